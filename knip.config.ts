import type { KnipConfig } from 'knip';

/**
 * Exports that nobody calls. Tests do not count: what only a test calls is dead. What the
 * next work calls is tagged `@public` with its reason.
 */
const config: KnipConfig = {
  ignoreExportsUsedInFile: true,
  includeEntryExports: true,
  // all of it is tests
  ignoreWorkspaces: ['e2e'],
  ignoreIssues: {
    // every export is a task, called by its name
    'server/src/workers/tasks.ts': ['exports'],
    // what tests share
    'core/simulated/*.ts': ['exports'],
    'core/cases/tried.ts': ['exports'],
  },
  workspaces: {
    '.': { entry: ['scripts/*.mjs!'], project: ['scripts/*.mjs!'] },
    core: {
      entry: ['bench/*.ts!', 'cases/{run,outputs,tried}.ts!'],
      project: ['src/**/*.ts!', 'simulated/**/*.ts!', 'bench/**/*.ts!', 'cases/**/*.ts!', '!**/*.test.ts!'],
    },
    contract: { project: ['src/**/*.ts!', '!**/*.test.ts!'] },
    drawings: { project: ['src/**/*.ts!', '!**/*.test.ts!'] },
    papers: { project: ['src/**/*.ts!', '!**/*.test.ts!'] },
    exchange: { project: ['src/**/*.ts!', '!**/*.test.ts!'] },
    server: {
      entry: ['src/{main,backup,restore,export,import}.ts!', 'src/workers/tasks.ts!'],
      project: ['src/**/*.ts!', '!**/*.test.ts!', '!src/testing/**!'],
    },
    web: { entry: ['src/main.tsx!'], project: ['src/**/*.{ts,tsx}!', '!**/*.test.ts!'] },
    standins: { entry: ['src/*.ts!'], project: ['src/**/*.ts!'] },
    demo: { entry: ['src/main.ts!'], project: ['src/**/*.ts!', '!**/*.test.ts!'] },
  },
};
export default config;
