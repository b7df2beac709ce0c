// runs in a thread beside: writes a backup while the server goes on answering
import { join } from 'node:path';
import { DATA_FILE } from '../store/folder.js';
import { picturesOf, prune, writeBackup, type BackupReason, type DamagedPicture } from './backup-file.js';

export async function write({
  folder,
  into,
  reason,
}: {
  folder: string;
  into: string;
  reason: BackupReason;
}): Promise<DamagedPicture[]> {
  const backup = await writeBackup(folder, into, reason);
  prune(into, backup);
  return backup.manifest.damaged ?? [];
}

/** Reads every picture. @returns those that are damaged */
export async function checkPictures({ folder }: { folder: string }): Promise<DamagedPicture[]> {
  return (await picturesOf(folder, join(folder, DATA_FILE))).damaged;
}
