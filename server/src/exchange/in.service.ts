import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import type { InChoices, InTaking, Looked } from '@upright-elder/contract';
import { Archive, type TableId } from '@upright-elder/exchange';
import type { Incoming } from '@upright-elder/contract';
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { dirname } from 'node:path';
import { copyFile } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { Clock } from '../clock.js';
import { badFields, notFound, ProblemError } from '../http/problem.js';
import { JobsService } from '../jobs/jobs.service.js';
import { PaperFiles } from '../papers/paper-files.js';
import { PictureStore } from '../photographs/picture-store.js';
import { Database } from '../store/database.js';
import { because } from '../store/folder.js';
import { WorkPool } from '../workers/pool.js';
import { recountDays } from '../air/air-days.js';
import { apply } from './applying.js';
import { keptFile, roomOn } from './kept-files.js';
import { PROGRESS } from './progress.js';
import { NO_CHOICES } from './staging.js';
import type * as work from './take-in.js';
import { wholeColumns, isTaken } from './taken.js';
import { WorkFolder } from './work-folder.js';

/** So many files are looked at at once; the oldest goes. */
const KEPT = 2;

interface Coming {
  incoming: Incoming;
  choices: InChoices;
  progress: Float64Array;
  shared: SharedArrayBuffer;
}

/** Files that come in: looked through and shown first; nothing is written before somebody says yes, then all of it or none. */
@Injectable()
export class InService implements OnApplicationShutdown {
  private readonly logger = new Logger('exchange');
  private readonly all = new Map<string, Coming>();
  private readonly pool = new WorkPool<typeof work>(import.meta.url, 'take-in');
  private readonly pictures: PictureStore;
  private readonly papers: PaperFiles;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly folder: WorkFolder,
    private readonly jobs: JobsService,
  ) {
    this.pictures = PictureStore.open(database.folder);
    this.papers = PaperFiles.open(database.folder);
  }

  async onApplicationShutdown(): Promise<void> {
    for (const { progress } of this.all.values()) progress[PROGRESS.stop] = 1;
    await this.pool.end();
  }

  /** Takes a file as it comes, and begins to look through it. @throws ProblemError where it does not fit on the disk */
  async come(request: Request): Promise<Incoming> {
    const id = randomUUID();
    const to = this.folder.path(`${id}.zip`);
    const room = roomOn(dirname(to));
    const tooLarge = () => {
      request.resume();
      return new ProblemError({
        type: 'about:blank',
        status: 413,
        title: 'There is no room for it',
        detail: 'The file is larger than what the disk has free. Make room, then try again.',
      });
    };
    if (Number(request.headers['content-length'] ?? 0) > room) throw tooLarge();
    let length = 0;
    try {
      await pipeline(
        request.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>,
        async function* (pieces: AsyncIterable<Buffer>) {
          for await (const piece of pieces) {
            length += piece.length;
            if (length > room) throw tooLarge();
            yield piece;
          }
        },
        createWriteStream(to),
      );
    } catch (error) {
      this.folder.remove(`${id}.zip`);
      throw error;
    }
    return this.begin(id);
  }

  /** The same of a file on this computer. */
  async fromFile(path: string): Promise<Incoming> {
    const id = randomUUID();
    await copyFile(path, this.folder.path(`${id}.zip`));
    return this.begin(id);
  }

  private begin(id: string): Incoming {
    const shared = new SharedArrayBuffer(3 * Float64Array.BYTES_PER_ELEMENT);
    const coming: Coming = {
      incoming: { id, state: 'looking', done: 0, why: '', rows: 0, looked: null },
      choices: { ...NO_CHOICES, people: {}, mends: {}, leaveOut: [], take: {} },
      progress: new Float64Array(shared),
      shared,
    };
    this.all.set(id, coming);
    this.forgetOldest();
    void this.look(id, coming);
    return this.get(id);
  }

  get(id: string): Incoming {
    const { incoming, progress } = this.find(id);
    return { ...incoming, done: progress[PROGRESS.done]! };
  }

  /** Looks through it again, with what was decided by hand. */
  choose(id: string, choices: InChoices): Incoming {
    const coming = this.find(id);
    if (!['looked', 'refused'].includes(coming.incoming.state)) throw busy();
    coming.choices = choices;
    void this.look(id, coming);
    return this.get(id);
  }

  stop(id: string): Incoming {
    const coming = this.find(id);
    coming.progress[PROGRESS.stop] = 1;
    if (coming.incoming.state !== 'looking') {
      coming.incoming.state = 'stopped';
      this.remove(id);
    }
    return this.get(id);
  }

  /** Writes it, all or nothing. @throws ProblemError where something in it is still refused, or it was not looked through */
  async take(id: string, { by }: InTaking): Promise<Incoming> {
    const coming = this.find(id);
    const { incoming, choices } = coming;
    const { looked } = incoming;
    if (incoming.state !== 'looked' || !looked) throw busy();
    if (looked.refusedInAll > 0)
      throw badFields([
        {
          field: 'refused',
          typed: String(looked.refusedInAll),
          reason: 'some rows cannot be taken in as they are',
          accepted: 'each of them corrected, or left out',
        },
      ]);
    incoming.state = 'taking';
    const kept: { store: PictureStore | PaperFiles; name: string }[] = [];
    try {
      await this.keepFiles(id, kept);
      incoming.rows = await this.write(id, looked, choices, looked.isFresh ? null : by);
      incoming.state = 'taken';
      this.remove(id);
    } catch (error) {
      for (const { store, name } of kept) await store.remove(name);
      incoming.state = 'looked';
      if (!/^SQLITE_CONSTRAINT/u.test((error as { code?: string }).code ?? '')) throw error;
      // somebody saved since it was shown: it is looked through again, and shown as it is now
      void this.look(id, coming);
      throw badFields([CHANGED_SINCE]);
    }
    return this.get(id);
  }

  private write(id: string, looked: Looked, choices: InChoices, by: string | null): Promise<number> {
    return this.database.writeFrom(this.folder.path(`${id}.sqlite`), async (connection, manager) => {
      const { rows, jobs, rooms } = apply(
        connection,
        {
          isFresh: looked.isFresh,
          taken: (state, table, key) => isTaken(choices.take, state, table, key),
          whole: (table: TableId) => wholeColumns(table, looked.holds),
        },
        { at: this.clock.now(), by, shop: { ...looked.shop, isOurs: looked.isOurs } },
      );
      if (looked.isFresh) this.database.become(connection, looked.shop.id);
      if (rooms.length > 0) await recountDays(manager, this.clock.zone);
      await this.jobs.remake(manager, jobs);
      const dangling = connection.pragma('foreign_key_check') as unknown[];
      if (dangling.length > 0)
        throw Object.assign(new Error('a row names one that is not there'), { code: 'SQLITE_CONSTRAINT' });
      return rows;
    });
  }

  /** Pictures and papers first: a row without its file cannot be. */
  private async keepFiles(
    id: string,
    kept: { store: PictureStore | PaperFiles; name: string }[],
  ): Promise<void> {
    const archive = await Archive.open(this.folder.path(`${id}.zip`), Infinity);
    try {
      for (const name of archive.names) {
        const file = keptFile(name);
        if (!file) continue;
        const { of, hash } = file;
        const store = of === 'pictures' ? this.pictures : this.papers;
        if (store.has(hash)) continue;
        await store.keep(await archive.bytes(name, 1 << 30));
        kept.push({ store, name: hash });
      }
    } finally {
      archive.close();
    }
  }

  private async look(id: string, coming: Coming): Promise<void> {
    const { incoming, choices, progress, shared } = coming;
    incoming.state = 'looking';
    progress.fill(0);
    const refuse = (why: string) => {
      incoming.state = progress[PROGRESS.stop] === 1 ? 'stopped' : 'refused';
      incoming.why = why;
      this.remove(id);
    };
    try {
      const found = await this.pool.run('look', {
        ...{ folder: this.database.folder, choices, progress: shared },
        archive: this.folder.path(`${id}.zip`),
        stage: this.folder.path(`${id}.sqlite`),
      });
      if (typeof found.refused === 'string') return refuse(found.refused);
      incoming.looked = found as Looked;
      incoming.state = 'looked';
    } catch (error) {
      if (progress[PROGRESS.stop] !== 1) this.logger.error(error);
      refuse(`It could not be looked through: ${because(error)}.`);
    }
  }

  private find(id: string): Coming {
    const found = this.all.get(id);
    if (!found) throw notFound('file that comes in');
    return found;
  }

  private remove(id: string): void {
    this.folder.remove(`${id}.zip`);
    this.folder.remove(`${id}.sqlite`);
  }

  private forgetOldest(): void {
    for (const [id, { progress }] of this.all) {
      if (this.all.size <= KEPT) return;
      progress[PROGRESS.stop] = 1;
      this.all.delete(id);
      this.remove(id);
    }
  }
}

const CHANGED_SINCE = {
  field: 'state',
  typed: '',
  reason: 'the shop has changed since this was shown; nothing was written',
  accepted: 'look at it again, then take it in',
};

const busy = () =>
  badFields([
    {
      field: 'state',
      typed: '',
      reason: 'the file is being looked through, or was taken in already',
      accepted: 'wait until it is shown',
    },
  ]);
