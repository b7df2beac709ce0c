import { WorkPool } from '../workers/pool.js';
import type * as work from './checkpoint.js';

/** The log is copied into the tables so often, ms. */
const EVERY_MS = 2000;

/** Keeps SQLite's log short from a thread of its own: a save never waits for the disk to sort the tables. */
export class Checkpointer {
  private timer: NodeJS.Timeout | null = null;
  private underWay: Promise<unknown> = Promise.resolve();
  private ended = false;

  private constructor(
    private readonly pool: WorkPool<typeof work>,
    private readonly path: string,
    private readonly onLost: () => void,
  ) {}

  /**
   * @param onLost told where the thread cannot do it: the server must then look after its log again
   * @param onDamaged told what SQLite's quick check found, where the file is not whole
   */
  static start(path: string, onLost: () => void, onDamaged: (words: string) => void): Checkpointer {
    const pool = new WorkPool<typeof work>(import.meta.url, 'checkpoint', { stays: true });
    const one = new Checkpointer(pool, path, onLost);
    // first of all it is looked whether the file is whole
    one.underWay = one
      .run('check')
      .then((damaged) => typeof damaged === 'string' && onDamaged(damaged))
      .finally(() => one.next());
    return one;
  }

  private next(): void {
    if (this.ended) return;
    this.timer = setTimeout(() => {
      this.underWay = this.run('checkpoint').then(() => this.next());
    }, EVERY_MS);
    this.timer.unref();
  }

  private async run(name: 'check' | 'checkpoint'): Promise<string | null | void> {
    try {
      return await this.pool.run(name, { path: this.path });
    } catch {
      if (!this.ended) this.onLost();
      return null;
    }
  }

  async stop(): Promise<void> {
    this.ended = true;
    if (this.timer) clearTimeout(this.timer);
    await this.underWay;
    await this.pool.run('close', {}).catch(() => undefined);
    await this.pool.end();
  }
}
