import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { urgentFirst } from './urgent-first.js';

/** How a pool is used. */
export interface PoolUse {
  /** at most so many threads */
  threads?: number;
  /** whether the threads stay while there is nothing to do */
  stays?: boolean;
}

export interface Run {
  /** an open page waits for it: it goes before what is worked out in the background */
  urgent?: boolean;
  /** ends it, and the thread that it runs in */
  signal?: AbortSignal;
}

type Work = Record<string, (input: never) => unknown>;

/** An idle thread is let go after so long, ms. */
const IDLE_MS = 60000;

/** Threads beside, for what would keep everybody waiting; every export of a module is a task of its own. */
export class WorkPool<W> {
  private readonly pool: Piscina;
  /** from the sources, in tests, the threads read the sources too */
  private readonly sources: boolean;

  /**
   * @param from `import.meta.url` of whoever starts it
   * @param name of the module beside that, without an ending
   */
  constructor(from: string, name: string, { threads = 1, stays = false }: PoolUse = {}) {
    this.sources = from.endsWith('.ts');
    const entry = new URL(`./${name}.${this.sources ? 'ts' : 'js'}`, from).href;
    this.pool = new Piscina({
      ...(this.sources
        ? {
            filename: new URL('../testing/from-sources.mjs', import.meta.url).href,
            workerData: { entry },
            execArgv: ['--conditions=source'],
          }
        : { filename: entry }),
      minThreads: stays ? threads : 0,
      maxThreads: threads,
      idleTimeout: stays ? Infinity : IDLE_MS,
      taskQueue: urgentFirst(),
    });
  }

  run<T extends keyof W & keyof Work>(
    name: T,
    input: W[T] extends (input: infer I) => unknown ? I : never,
    { urgent = false, signal }: Run = {},
  ): Promise<W[T] extends (input: never) => infer R ? Awaited<R> : never> {
    const task = this.sources ? { name, input } : { ...(input as object) };
    const waiting = Object.assign(task, { [Piscina.queueOptionsSymbol]: { urgent } });
    const found: Promise<unknown> = this.pool.run(waiting, { ...(this.sources ? {} : { name }), signal });
    return found as never;
  }

  end(): Promise<void> {
    return this.pool.destroy();
  }
}

/** At least two threads compute: one for the background and one for open pages. */
export const COMPUTING: PoolUse = { threads: Math.max(2, Math.min(4, availableParallelism())) };
