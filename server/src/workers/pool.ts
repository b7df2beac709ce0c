import { availableParallelism } from 'node:os';
import PQueue from 'p-queue';
import { Piscina } from 'piscina';

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
  /** ends it as well, so long after its work began, ms: while it waits for a thread, no time runs */
  limit?: number;
}

/** A task was worked on for as long as it may be. */
export class TookTooLong extends Error {}

type Work = Record<string, (input: never) => unknown>;

/** An idle thread is let go after so long, ms. */
const IDLE_MS = 60000;

/** Threads beside, for what would keep everybody waiting; every export of a module is a task of its own. */
export class WorkPool<W> {
  private readonly pool: Piscina;
  /** before the threads: what is urgent first, each in its order; the pool's own would put what can be ended before all */
  private readonly waiting: PQueue;
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
    });
    this.waiting = new PQueue({ concurrency: threads });
  }

  run<T extends keyof W & keyof Work>(
    name: T,
    input: W[T] extends (input: infer I) => unknown ? I : never,
    { urgent = false, signal, limit }: Run = {},
  ): Promise<W[T] extends (input: never) => infer R ? Awaited<R> : never> {
    const work = async () => {
      const long = new AbortController();
      const timer = limit === undefined ? undefined : setTimeout(() => long.abort(), limit);
      try {
        return await (this.pool.run(this.sources ? { name, input } : input, {
          ...(this.sources ? {} : { name }),
          signal: AbortSignal.any(signal ? [signal, long.signal] : [long.signal]),
        }) as Promise<unknown>);
      } catch (error) {
        throw long.signal.aborted ? new TookTooLong(`${name} took longer than ${limit} ms`) : error;
      } finally {
        clearTimeout(timer);
      }
    };
    return this.waiting.add(work, { priority: urgent ? 1 : 0, signal }) as never;
  }

  end(): Promise<void> {
    return this.pool.destroy();
  }
}

/** At least two threads compute: one for the background and one for open pages. */
export const COMPUTING: PoolUse = { threads: Math.max(2, Math.min(4, availableParallelism())) };
