import { existsSync, mkdirSync, statSync } from 'node:fs';
import { Inject, Injectable } from '@nestjs/common';
import { Database } from '../store/database.js';
import { because } from '../store/folder.js';
import { isWithin } from '../store/writable.js';
import { unavailable } from '../http/problem.js';
import { ShopService } from '../shop/shop.service.js';
import { isMarked, mark } from './marker.js';

export const BACKUP_FOLDER = Symbol('folder that backups are written into');

/** The folder as the program was started with it. */
export interface FolderAtStart {
  path: string;
  /** it was named then; the shop's own choice does not count */
  named: boolean;
}

/** Where backups go, and whether that is still the place that it was. */
@Injectable()
export class BackupPlace {
  constructor(
    @Inject(BACKUP_FOLDER) private readonly atStart: FolderAtStart,
    private readonly database: Database,
    private readonly shop: ShopService,
  ) {}

  /** named when the program was started, and not the shop's to choose */
  get isNamed(): boolean {
    return this.atStart.named;
  }

  async folder(): Promise<string> {
    const chosen = this.atStart.named ? null : await this.shop.backupFolder();
    return chosen ?? this.atStart.path;
  }

  /** Whether it lies on the shop's own disk; null where it cannot be told. */
  async isOnSameDisk(): Promise<boolean | null> {
    try {
      return statSync(this.database.folder).dev === statSync(await this.folder()).dev;
    } catch {
      return null;
    }
  }

  /** A folder that is gone would be made anew on this disk, in place of the one that was unplugged: in a sentence. */
  async unplugged(): Promise<string | null> {
    const folder = await this.folder();
    const chosen = folder !== this.atStart.path || (await this.known()).includes(folder);
    if (!chosen || existsSync(folder) || isWithin(this.database.folder, folder)) return null;
    return `The folder of backups, ${folder}, is not there: is its disk connected? Nothing of the shop was changed.`;
  }

  /** What is asked of a folder that backups were written into and that has lost its mark; null where nothing is. */
  async asks(): Promise<string | null> {
    const folder = await this.folder();
    if (!existsSync(folder) || isWithin(this.database.folder, folder)) return null;
    if (isMarked(folder) || !(await this.known()).includes(folder)) return null;
    return `The folder of backups, ${folder}, is not as the last backup left it: the small file that marks it is missing. Is its disk connected? Nothing is written there before you say that it is the right one.`;
  }

  /**
   * Writes into the folder from now on, though nothing in it says that it is the one.
   *
   * @throws ProblemError where nothing can be written there
   */
  async take(): Promise<void> {
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
    await this.know();
  }

  /** Notes that a backup of this copy lies there. */
  async know(): Promise<void> {
    const [folder, known] = [await this.folder(), await this.known()];
    if (this.database.unwritable || known.includes(folder)) return;
    await this.database.write((manager) =>
      manager.query('UPDATE "identity" SET "backupFolders" = ?', [JSON.stringify([...known, folder])]),
    );
  }

  /** Folders that backups of this copy were written into. */
  private async known(): Promise<string[]> {
    const [row] = await this.database.read.query<{ backupFolders: string }[]>(
      'SELECT "backupFolders" FROM "identity"',
    );
    return row ? (JSON.parse(row.backupFolders) as string[]) : [];
  }
}
