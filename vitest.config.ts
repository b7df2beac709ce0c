import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { conditions: ['source'] },
  ssr: { resolve: { conditions: ['source'], externalConditions: ['source'] } },
  test: {
    setupFiles: ['./vitest.setup.ts'],
    projects: [
      { extends: true, test: { name: 'core', include: ['core/**/*.test.ts'], testTimeout: 30000 } },
      { extends: true, test: { name: 'contract', include: ['contract/**/*.test.ts'] } },
      { extends: true, test: { name: 'drawings', include: ['drawings/**/*.test.ts'] } },
      { extends: true, test: { name: 'server', include: ['server/**/*.test.ts'], testTimeout: 30000 } },
      { extends: true, test: { name: 'web', include: ['web/**/*.test.ts'] } },
      { extends: true, test: { name: 'standins', include: ['standins/**/*.test.ts'] } },
      { extends: true, test: { name: 'demo', include: ['demo/**/*.test.ts'], testTimeout: 30000 } },
      {
        extends: true,
        test: {
          name: 'e2e',
          include: ['e2e/**/*.test.ts'],
          testTimeout: 120000,
          hookTimeout: 120000,
          maxWorkers: 2,
        },
      },
    ],
  },
});
