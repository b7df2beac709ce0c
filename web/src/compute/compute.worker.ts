import { expose, proxy } from 'comlink';

/** Everything that is worked out beside the page; each is loaded by the thread that is asked for it. */
const TASKS = {
  draws: () => import('./tasks/draws.js'),
  logFile: () => import('./tasks/logFile.js'),
  plans: () => import('./tasks/plans.js'),
  seasons: () => import('./tasks/seasons.js'),
  top: () => import('./tasks/top.js'),
  walk: () => import('./tasks/walk.js'),
};
export type TaskName = keyof typeof TASKS;
export type Task<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>['api'];

const opener = {
  open: async (name: TaskName) => proxy((await TASKS[name]()).api),
};
export type Opener = typeof opener;

expose(opener);
