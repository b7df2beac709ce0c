import { defineConfig } from 'vitest/config';

/** No test and no hook has a limit that a slow machine breaks; the whole run has one (scripts/test.mjs). */
const LIMIT = 600_000;

/** @param isolate a file keeps something global: what a process has only once */
const project = (
  name: string,
  { isolate = false, more = {} }: { isolate?: boolean; more?: object } = {},
) => ({
  extends: true as const,
  test: {
    name,
    include: [`${name}/**/*.test.ts`],
    isolate,
    testTimeout: LIMIT,
    hookTimeout: LIMIT,
    ...more,
  },
});

export default defineConfig({
  resolve: { conditions: ['source'] },
  ssr: { resolve: { conditions: ['source'], externalConditions: ['source'] } },
  test: {
    setupFiles: ['./vitest.setup.ts'],
    // Vitest takes one worker on two processors; npm test gives each of its two slots one
    maxWorkers: Number(process.env.UPRIGHT_ELDER_WORKERS ?? 2),
    pool: 'forks',
    projects: [
      project('core'),
      project('contract'),
      project('drawings'),
      project('papers'),
      project('exchange'),
      project('server'),
      project('web'),
      project('standins'),
      project('demo'),
      project('e2e', { more: { globalSetup: ['./e2e/src/once.ts'] } }),
    ],
  },
});
