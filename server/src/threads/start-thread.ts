import { Worker } from 'node:worker_threads';

/**
 * A thread beside, for computation that would keep everybody waiting. From the sources, in tests, it reads the sources
 * too.
 *
 * @param from `import.meta.url` of whoever starts it
 * @param name of its file beside that, without an ending
 */
export function startThread(from: string, name: string, workerData?: unknown): Worker {
  if (!from.endsWith('.ts')) return new Worker(new URL(`./${name}.js`, from), { workerData });
  const entry = JSON.stringify(new URL(`./${name}.ts`, from).href);
  return new Worker(
    `import('tsx/esm/api').then(({ register }) => { register(); return import(${entry}); });`,
    { eval: true, execArgv: ['--conditions=source'], workerData },
  );
}
