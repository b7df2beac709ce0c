import { createRequire } from 'node:module';
import { Worker } from 'node:worker_threads';

/** The log is copied into the tables so often, ms. */
const EVERY_MS = 2000;

/**
 * Runs in the thread beside: copies what it can from SQLite's log into the tables without keeping anybody waiting
 * (a passive checkpoint), while the server's own thread goes on. First of all it looks whether the file is whole. Plain JavaScript, so that it runs the same from the
 * sources and from the build.
 */
const BESIDE = `
const { parentPort, workerData } = require('node:worker_threads');
const Sqlite = require(workerData.sqlite);
const database = new Sqlite(workerData.path);
database.pragma('synchronous = FULL');
database.pragma('busy_timeout = 0');
try {
  const said = database.pragma('quick_check', { simple: true });
  if (said !== 'ok') parentPort.postMessage({ damaged: String(said).slice(0, 200) });
} catch (error) { parentPort.postMessage({ damaged: error.message }); }
const timer = setInterval(() => {
  try { database.pragma('wal_checkpoint(PASSIVE)'); } catch { /* somebody else holds it: next time */ }
}, ${EVERY_MS});
parentPort.on('message', () => { clearInterval(timer); database.close(); process.exit(); });
`;

/** Keeps SQLite's log short from a thread of its own: a save never waits for the disk to sort the tables. */
export class Checkpointer {
  private readonly ended: Promise<unknown>;

  private constructor(private readonly worker: Worker) {
    this.ended = new Promise((done) => worker.once('exit', done));
  }

  /**
   * @param onLost told where the thread ends by itself: the server must then look after its log again
   * @param onDamaged told what SQLite's quick check found, where the file is not whole
   */
  static start(path: string, onLost: () => void, onDamaged: (words: string) => void): Checkpointer {
    const sqlite = createRequire(import.meta.url).resolve('better-sqlite3');
    const worker = new Worker(BESIDE, { eval: true, workerData: { path, sqlite } });
    worker.unref();
    worker.on('error', onLost);
    worker.on('message', ({ damaged }: { damaged: string }) => onDamaged(damaged));
    return new Checkpointer(worker);
  }

  async stop(): Promise<void> {
    this.worker.postMessage('stop');
    await this.ended;
  }
}
