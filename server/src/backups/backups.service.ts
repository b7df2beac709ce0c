import { existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnApplicationShutdown,
} from '@nestjs/common';
import type { BackupState, BackupTrouble } from '@upright-elder/contract';
import { Database } from '../store/database.js';
import { because, DATA_FILE, keptInStep } from '../store/folder.js';
import { isWithin } from '../store/writable.js';
import { unavailable } from '../http/problem.js';
import { PictureStore } from '../photographs/picture-store.js';
import { ShopService } from '../shop/shop.service.js';
import { WorkPool } from '../workers/pool.js';
import type * as work from './write-backup.js';
import type { BackupReason, DamagedPicture } from './backup-file.js';
import { backupsIn, isAhead, type ListedBackup } from './backup-folder.js';
import { isMarked, mark } from './marker.js';
import { byOwner, sayOthers, type ByOwner } from './whose.js';
import { sayDamaged } from './damaged.js';

export const BACKUP_FOLDER = Symbol('folder that backups are written into');

/** The folder as the program was started with it. */
export interface FolderAtStart {
  path: string;
  /** it was named then; the shop's own choice does not count */
  named: boolean;
}

const HOUR_MS = 3600000;
/** The first look comes when the start is over. */
const FIRST_LOOK_MS = 600000;
const DAY_MS = 24 * HOUR_MS;

/** Backups of the running shop, and what a person should know of how it is kept. */
@Injectable()
export class BackupsService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger('backups');
  private readonly pictures: PictureStore;
  private timers: NodeJS.Timeout[] = [];
  private underWay: Promise<void> | null = null;
  /** why the last one failed; null where it did not */
  private failed: string | null = null;
  /** pictures that the last backup, or the last look at all pictures, found damaged */
  private spoilt: DamagedPicture[] = [];
  /** of backups of before names said whose they are: whether they hold our first examination */
  private readonly looked = new Map<string, boolean>();

  constructor(
    @Inject(BACKUP_FOLDER) private readonly atStart: FolderAtStart,
    private readonly database: Database,
    private readonly shop: ShopService,
  ) {
    this.pictures = PictureStore.open(database.folder);
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

  private async folder(): Promise<string> {
    const chosen = this.atStart.named ? null : await this.shop.backupFolder();
    return chosen ?? this.atStart.path;
  }

  /** How the shop is kept: where, whether it can be written, its backups, and what is odd. */
  async keeping(): Promise<BackupState> {
    const folder = await this.folder();
    const { sorted, trouble } = await this.sorted(folder);
    const backups = [...sorted.own, ...sorted.older];
    const asks = await this.asks(folder);
    const ahead = backups.filter((one) => isAhead(one, Date.now()));
    return {
      folder: this.database.folder,
      unwritable: this.database.unwritable,
      backupFolder: folder,
      backupFolderNamed: this.atStart.named,
      sameDisk: sameDisk(this.database.folder, folder),
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
    const into = await this.folder();
    this.failed = (await this.unplugged(into)) ?? (await this.asks(into));
    if (this.failed !== null) {
      this.logger.warn(this.failed);
      return;
    }
    const { sorted } = await this.sorted(into);
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
        await this.know(into);
        return null;
      })
      .catch((error: unknown) => (error instanceof Error ? error.message : String(error)))
      .finally(() => void pool.end());
    if (this.failed !== null) this.logger.warn(this.failed);
  }

  /** What keeps backups from being written, in a sentence; without looking at anything but the folder. */
  async trouble(): Promise<BackupTrouble> {
    const folder = await this.folder();
    const trouble =
      (await this.unplugged(folder)) ?? (await this.asks(folder)) ?? backupsIn(folder).trouble ?? this.failed;
    return { trouble };
  }

  /** Writes into the folder from now on, though nothing in it says that it is the one. */
  async takeFolder(): Promise<BackupState> {
    const folder = await this.folder();
    try {
      if (isWithin(this.database.folder, folder)) mkdirSync(folder, { recursive: true });
      mark(folder);
    } catch (error) {
      throw unavailable(
        'The folder cannot be used',
        `Backups cannot be written into ${folder}: ${because(error)}. Choose another folder, or look whether its disk is connected.`,
      );
    }
    await this.know(folder);
    this.failed = null;
    return this.keeping();
  }

  /** A folder that is gone would be made anew on this disk, in place of the one that was unplugged. */
  private async unplugged(folder: string): Promise<string | null> {
    const chosen = folder !== this.atStart.path || (await this.known()).includes(folder);
    if (!chosen || existsSync(folder) || isWithin(this.database.folder, folder)) return null;
    return `The folder of backups, ${folder}, is not there: is its disk connected? Nothing of the shop was changed.`;
  }

  /** What is asked of a folder that backups were written into and that has lost its mark; null where nothing is. */
  private async asks(folder: string): Promise<string | null> {
    if (!existsSync(folder) || isWithin(this.database.folder, folder)) return null;
    if (isMarked(folder) || !(await this.known()).includes(folder)) return null;
    return `The folder of backups, ${folder}, is not as the last backup left it: the small file that marks it is missing. Is its disk connected? Nothing is written there before you say that it is the right one.`;
  }

  /** Folders that backups of this copy were written into. */
  private async known(): Promise<string[]> {
    const [row] = await this.database.read.query<{ backupFolders: string }[]>(
      'SELECT "backupFolders" FROM "identity"',
    );
    return row ? (JSON.parse(row.backupFolders) as string[]) : [];
  }

  private async know(folder: string): Promise<void> {
    const known = await this.known();
    if (this.database.unwritable || known.includes(folder)) return;
    await this.database.write((manager) =>
      manager.query('UPDATE "identity" SET "backupFolders" = ?', [JSON.stringify([...known, folder])]),
    );
  }

  /** Backups by whose they are; those of before names said it are looked into once. */
  private async sorted(folder: string): Promise<{ sorted: ByOwner<ListedBackup>; trouble: string | null }> {
    const { backups, trouble } = backupsIn(folder);
    const keyOf = ({ name, bytes }: ListedBackup) => `${folder} ${name} ${bytes}`;
    const open = backups.filter((one) => one.shopId === null && !this.looked.has(keyOf(one)));
    if (open.length > 0) {
      const [row] = await this.database.read.query<{ id: string }[]>(
        'SELECT "id" FROM "examination" ORDER BY rowid LIMIT 1',
      );
      const pool = new WorkPool<typeof work>(import.meta.url, 'write-backup');
      const names = open.map(({ name }) => name);
      const held = row
        ? await pool
            .run('lookInto', { into: folder, names, examination: row.id })
            .finally(() => void pool.end())
        : [];
      for (const one of open) this.looked.set(keyOf(one), held.includes(one.name));
    }
    const ours = new Set(backups.filter((one) => this.looked.get(keyOf(one))).map(({ name }) => name));
    return { sorted: byOwner(backups, this.database.identity, ours), trouble };
  }

  /** Reads every picture, and says which are damaged. */
  async checkPictures(): Promise<BackupState> {
    const pool = new WorkPool<typeof work>(import.meta.url, 'write-backup');
    this.spoilt = await pool
      .run('checkPictures', { folder: this.database.folder })
      .finally(() => void pool.end());
    return this.keeping();
  }

  /** Once a day, where anything was saved since the last one. */
  private async daily(): Promise<void> {
    try {
      // one that is dated in the future says nothing of when it was made
      const { own, older } = (await this.sorted(await this.folder())).sorted;
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
    ].filter((words): words is string => typeof words === 'string');
  }
}

function sayAhead(count: number): string[] {
  if (count === 0) return [];
  return [
    `${count === 1 ? 'A backup is' : `${count} backups are`} dated in the future: look whether this computer’s clock is right. How old ${count === 1 ? 'it is' : 'they are'} is not known, so ${count === 1 ? 'it does' : 'they do'} not count as the last one, and ${count === 1 ? 'is' : 'are'} kept.`,
  ];
}

/** Whether two folders lie on one disk; null where it cannot be told. */
function sameDisk(a: string, b: string): boolean | null {
  try {
    return statSync(a).dev === statSync(b).dev;
  } catch {
    return null;
  }
}
