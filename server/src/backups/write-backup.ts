// runs in a thread beside: writes a backup while the server goes on answering
import { join } from 'node:path';
import { DATA_FILE } from '../store/folder.js';
import { filesIn, writeBackup, type BackupReason, type DamagedFile } from './backup-file.js';
import { holding, prune } from './backup-folder.js';
import type { FirstRecord } from '../store/identity.js';
import { mark } from './marker.js';

export async function write({
  folder,
  into,
  reason,
  ours,
}: {
  folder: string;
  into: string;
  reason: BackupReason;
  /** backups of before names said whose they are, that are this shop's */
  ours: string[];
}): Promise<DamagedFile[]> {
  const backup = await writeBackup(folder, into, reason);
  mark(into);
  prune(into, backup, new Set(ours));
  return backup.manifest.damaged ?? [];
}

/** Reads every picture and every paper. @returns those that are damaged */
export async function checkFiles({ folder }: { folder: string }): Promise<DamagedFile[]> {
  return (await filesIn(folder, join(folder, DATA_FILE))).damaged;
}

/** Looks into backups of before names said whose they are. @returns names of those that hold the record */
export function lookInto({
  into,
  names,
  first,
}: {
  into: string;
  names: string[];
  first: FirstRecord;
}): Promise<string[]> {
  return holding(into, names, first);
}
