import { wrap, type Remote } from 'comlink';
import type { Opener, Task, TaskName } from './compute.worker.js';

/** A thread beside the page, for one task. */
export interface Thread<N extends TaskName> {
  task: Promise<Remote<Task<N>>>;
  end: () => void;
}

/** @param onLost where its program cannot be loaded, or ends */
export function openThread<N extends TaskName>(name: N, onLost?: (words: string) => void): Thread<N> {
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('error', ({ message }) => onLost?.(message || 'its program was not loaded'));
  return {
    task: wrap<Opener>(worker).open(name) as unknown as Promise<Remote<Task<N>>>,
    end: () => worker.terminate(),
  };
}
