import { statSync } from 'node:fs';
import { join } from 'node:path';
import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { BackupState, BackupTrouble } from '@upright-elder/contract';
import { Database } from '../store/database.js';
import { DATA_FILE, keptInStep } from '../store/folder.js';
import { unavailable } from '../http/problem.js';
import { PaperFiles } from '../papers/paper-files.js';
import { PictureStore } from '../photographs/picture-store.js';
import { WorkPool } from '../workers/pool.js';
import type * as work from './write-backup.js';
import type { BackupReason, DamagedFile } from './backup-file.js';
import { backupsIn, isAhead } from './backup-folder.js';
import { BackupPlace } from './backup-place.js';
import { OwnBackups } from './own-backups.js';
import { sayOthers } from './whose.js';
import { sayDamaged } from './damaged.js';

const HOUR_MS = 3600000;
/** The first look comes when the start is over. */
const FIRST_LOOK_MS = 600000;
const DAY_MS = 24 * HOUR_MS;

/** Backups of the running shop, and what a person should know of how it is kept. */
@Injectable()
export class BackupsService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger('backups');
  private readonly pictures: PictureStore;
  private readonly papers: PaperFiles;
  private timers: NodeJS.Timeout[] = [];
  private underWay: Promise<void> | null = null;
  /** why the last one failed; null where it did not */
  private failed: string | null = null;
  /** what the last backup, or the last look at all files, found damaged */
  private spoilt: DamagedFile[] = [];

  constructor(
    private readonly place: BackupPlace,
    private readonly own: OwnBackups,
    private readonly database: Database,
  ) {
    this.pictures = PictureStore.open(database.folder);
    this.papers = PaperFiles.open(database.folder);
  }

  onApplicationBootstrap(): void {
    const look = () => void this.daily();
    this.timers = [setTimeout(look, FIRST_LOOK_MS), setInterval(look, HOUR_MS)];
    for (const timer of this.timers) timer.unref();
  }

  async onApplicationShutdown(): Promise<void> {
    this.timers.forEach(clearInterval);
    await this.underWay?.catch(() => undefined);
  }

  /** How the shop is kept: where, whether it can be written, its backups, and what is odd. */
  async keeping(): Promise<BackupState> {
    const folder = await this.place.folder();
    const { sorted, trouble } = await this.own.in(folder);
    const backups = [...sorted.own, ...sorted.older];
    const asks = await this.place.asks();
    const ahead = backups.filter((one) => isAhead(one, Date.now()));
    return {
      folder: this.database.folder,
      unwritable: this.database.unwritable,
      backupFolder: folder,
      backupFolderNamed: this.place.isNamed,
      sameDisk: await this.place.isOnSameDisk(),
      lastBackup: backups.find((one) => !ahead.includes(one))?.made ?? null,
      failed: this.failed,
      damagedPictures: this.spoilt.length,
      backups,
      beside: sayOthers(sorted),
      asks,
      remarks: [...(trouble === null ? [] : [trouble]), ...sayAhead(ahead.length), ...(await this.remarks())],
      // by the clock that backups are dated by
      now: new Date().toISOString(),
    };
  }

  /** @throws ProblemError where it could not be written */
  async make(reason: BackupReason): Promise<BackupState> {
    this.underWay ??= this.write(reason).finally(() => {
      this.underWay = null;
    });
    await this.underWay;
    if (this.failed !== null) throw unavailable('The backup could not be made', this.failed);
    return this.keeping();
  }

  private async write(reason: BackupReason): Promise<void> {
    const into = await this.place.folder();
    this.failed = (await this.place.unplugged()) ?? (await this.place.asks());
    if (this.failed !== null) {
      this.logger.warn(this.failed);
      return;
    }
    const { sorted } = await this.own.in(into);
    const pool = new WorkPool<typeof work>(import.meta.url, 'write-backup');
    this.failed = await pool
      .run('write', {
        folder: this.database.folder,
        into,
        reason,
        ours: sorted.older.map(({ name }) => name),
      })
      .then(async (damaged) => {
        this.spoilt = damaged;
        await this.place.know();
        return null;
      })
      .catch((error: unknown) => (error instanceof Error ? error.message : String(error)))
      .finally(() => void pool.end());
    if (this.failed !== null) this.logger.warn(this.failed);
  }

  /** What keeps backups from being written, in a sentence; without looking at anything but the folder. */
  async trouble(): Promise<BackupTrouble> {
    const { place } = this;
    const trouble =
      (await place.unplugged()) ?? (await place.asks()) ?? backupsIn(await place.folder()).trouble;
    return { trouble: trouble ?? this.failed };
  }

  /** Writes into the folder from now on, though nothing in it says that it is the one. */
  async takeFolder(): Promise<BackupState> {
    await this.place.take();
    this.failed = null;
    return this.keeping();
  }

  /** Reads every picture and every paper, and says which are damaged. */
  async checkFiles(): Promise<BackupState> {
    const pool = new WorkPool<typeof work>(import.meta.url, 'write-backup');
    this.spoilt = await pool
      .run('checkFiles', { folder: this.database.folder })
      .finally(() => void pool.end());
    return this.keeping();
  }

  /** Once a day, where anything was saved since the last one. */
  private async daily(): Promise<void> {
    try {
      // one that is dated in the future says nothing of when it was made
      const { own, older } = (await this.own.in(await this.place.folder())).sorted;
      const last = [...own, ...older].find((one) => !isAhead(one, Date.now()));
      const age = last ? Date.now() - Date.parse(last.made) : Infinity;
      if (this.database.unwritable || age < DAY_MS || !this.savedSince(last?.made ?? '')) return;
      await this.make('daily');
    } catch (error) {
      this.logger.warn(error instanceof Error ? error.message : String(error));
    }
  }

  private savedSince(made: string): boolean {
    const path = join(this.database.folder, DATA_FILE);
    const written = [path, `${path}-wal`].map(
      (one) => statSync(one, { throwIfNoEntry: false })?.mtimeMs ?? 0,
    );
    return Math.max(...written) > (Date.parse(made) || 0);
  }

  /** What a person should know of the folder, in sentences. */
  private async remarks(): Promise<string[]> {
    const rows = await this.database.read.query<{ picture: string }[]>('SELECT "picture" FROM "photograph"');
    const named = new Set(rows.map(({ picture }) => picture));
    const given = await this.database.read.query<{ file: string }[]>(
      'SELECT DISTINCT "file" FROM "paper_given"',
    );
    const lost = given.filter(({ file }) => !this.papers.has(file)).length;
    const there = await this.pictures.all();
    const unknown = there.filter((picture) => !named.has(picture)).length;
    const missing = [...named].filter((picture) => !this.pictures.has(picture)).length;
    return [
      this.database.damaged !== null &&
        'The data file is damaged: a part of it cannot be read. Close the program, and bring the last good backup back into a fresh folder with “npm run restore”.',
      keptInStep(this.database.folder),
      ...sayDamaged(this.spoilt),
      unknown > 0 &&
        `${unknown} ${unknown === 1 ? 'picture belongs' : 'pictures belong'} to no photograph of this data file. ${unknown === 1 ? 'It is' : 'They are'} kept: the upload was given up, or an older data file was put in place.`,
      missing > 0 &&
        `${missing} ${missing === 1 ? 'photograph has lost its picture' : 'photographs have lost their pictures'}: look for ${missing === 1 ? 'it' : 'them'} in a backup.`,
      lost > 0 &&
        `${lost} ${lost === 1 ? 'paper that was given out has lost its file' : 'papers that were given out have lost their files'}: look for ${lost === 1 ? 'it' : 'them'} in a backup.`,
    ].filter((words): words is string => typeof words === 'string');
  }
}

function sayAhead(count: number): string[] {
  if (count === 0) return [];
  return [
    `${count === 1 ? 'A backup is' : `${count} backups are`} dated in the future: look whether this computer’s clock is right. How old ${count === 1 ? 'it is' : 'they are'} is not known, so ${count === 1 ? 'it does' : 'they do'} not count as the last one, and ${count === 1 ? 'is' : 'are'} kept.`,
  ];
}
