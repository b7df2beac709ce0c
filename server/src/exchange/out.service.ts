import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { OutAsked, OutFile } from '@upright-elder/contract';
import { randomUUID } from 'node:crypto';
import { statSync } from 'node:fs';
import { badFields, notFound } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { ShopService } from '../shop/shop.service.js';
import { Database } from '../store/database.js';
import { because } from '../store/folder.js';
import { WorkPool } from '../workers/pool.js';
import { WorkFolder } from './work-folder.js';
import type * as work from './write-out.js';
import { PROGRESS } from './progress.js';

/** So many files wait to be fetched; the oldest goes. */
const KEPT = 3;

interface Writing {
  file: OutFile;
  progress: Float64Array;
}

/** Files that go out: written in a thread beside, one after the other, and fetched when they are whole. */
@Injectable()
export class OutService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly all = new Map<string, Writing>();
  private readonly pool = new WorkPool<typeof work>(import.meta.url, 'write-out');

  constructor(
    private readonly database: Database,
    private readonly folder: WorkFolder,
    private readonly instruments: InstrumentsService,
    private readonly shop: ShopService,
  ) {}

  onApplicationBootstrap(): void {
    if (!this.database.unwritable) this.folder.empty();
  }

  async onApplicationShutdown(): Promise<void> {
    for (const { progress } of this.all.values()) progress[PROGRESS.stop] = 1;
    await this.pool.end();
  }

  /** @throws ProblemError where an instrument is not there, or what is for ourselves leaves something out */
  async begin(asked: OutAsked): Promise<OutFile> {
    const { for: whom, owners, money, notes, instruments } = asked;
    if (instruments !== null && instruments.length === 0)
      throw badFields([
        {
          field: 'instruments',
          typed: '',
          reason: 'no instrument is chosen',
          accepted: 'one at least, or the whole shop',
        },
      ]);
    for (const id of instruments ?? []) await this.instruments.get(id);
    const id = randomUUID();
    const shared = new SharedArrayBuffer(3 * Float64Array.BYTES_PER_ELEMENT);
    const progress = new Float64Array(shared);
    const { name, today } = await this.shop.get();
    const file: OutFile = {
      ...{ id, state: 'writing', share: 0, bytes: 0, why: '', asked },
      name: `${plain(name)} ${today}${instruments === null ? '' : ` ${instruments.length === 1 ? 'one instrument' : `${instruments.length} instruments`}`}.zip`,
    };
    this.all.set(id, { file, progress });
    this.forgetOldest();
    const to = this.folder.path(`${id}.zip`);
    const all = whom === 'ourselves';
    void this.pool
      .run('writeOut', {
        ...{ folder: this.database.folder, to, progress: shared, instruments },
        holds: { for: whom, owners: all || owners, money: all || money, notes: all || notes },
      })
      .then(
        () => {
          file.bytes = statSync(to).size;
          file.state = 'ready';
        },
        (error: unknown) => {
          file.state = progress[PROGRESS.stop] === 1 ? 'stopped' : 'failed';
          file.why = file.state === 'failed' ? because(error) : '';
        },
      );
    return this.get(id);
  }

  get(id: string): OutFile {
    const { file, progress } = this.find(id);
    const [done, total] = [progress[PROGRESS.done]!, progress[PROGRESS.total]!];
    return { ...file, share: file.state === 'ready' ? 1 : total === 0 ? 0 : Math.min(0.99, done / total) };
  }

  stop(id: string): OutFile {
    this.find(id).progress[PROGRESS.stop] = 1;
    return this.get(id);
  }

  /** @throws ProblemError where it is not whole yet */
  pathOf(id: string): { path: string; name: string } {
    const { file } = this.find(id);
    if (file.state !== 'ready') throw notFound('file that is ready');
    return { path: this.folder.path(`${id}.zip`), name: file.name };
  }

  private find(id: string): Writing {
    const found = this.all.get(id);
    if (!found) throw notFound('file that goes out');
    return found;
  }

  private forgetOldest(): void {
    for (const [id, { progress }] of this.all) {
      if (this.all.size <= KEPT) return;
      progress[PROGRESS.stop] = 1;
      this.all.delete(id);
      this.folder.remove(`${id}.zip`);
    }
  }
}

const plain = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N} -]/gu, '')
    .trim()
    .slice(0, 60) || 'workshop';
