import { Injectable } from '@nestjs/common';
import { Database } from '../store/database.js';
import { WorkPool } from '../workers/pool.js';
import { backupsIn, type ListedBackup } from './backup-folder.js';
import { byOwner, type ByOwner } from './whose.js';
import type * as work from './write-backup.js';

/** Which of the backups in a folder are this copy's. */
@Injectable()
export class OwnBackups {
  /** of backups of before names said whose they are: whether they hold our first record */
  private readonly looked = new Map<string, boolean>();

  constructor(private readonly database: Database) {}

  /** Backups by whose they are; those of before names said it are looked into once. */
  async in(folder: string): Promise<{ sorted: ByOwner<ListedBackup>; trouble: string | null }> {
    const { backups, trouble } = backupsIn(folder);
    const keyOf = ({ name, bytes }: ListedBackup) => `${folder} ${name} ${bytes}`;
    const open = backups.filter((one) => one.shopId === null && !this.looked.has(keyOf(one)));
    if (open.length > 0) {
      const held = await this.holding(
        folder,
        open.map(({ name }) => name),
      );
      for (const one of open) this.looked.set(keyOf(one), held.includes(one.name));
    }
    const ours = new Set(backups.filter((one) => this.looked.get(keyOf(one))).map(({ name }) => name));
    return { sorted: byOwner(backups, this.database.identity, ours), trouble };
  }

  private async holding(into: string, names: string[]): Promise<string[]> {
    const { first } = this.database;
    if (first === null) return [];
    const pool = new WorkPool<typeof work>(import.meta.url, 'write-backup');
    return pool.run('lookInto', { into, names, first }).finally(() => void pool.end());
  }
}
