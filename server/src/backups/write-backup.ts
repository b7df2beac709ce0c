// runs in a thread beside: writes a backup while the server goes on answering
import { prune, writeBackup, type BackupReason } from './backup-file.js';

export async function write({
  folder,
  into,
  reason,
}: {
  folder: string;
  into: string;
  reason: BackupReason;
}): Promise<void> {
  await writeBackup(folder, into, reason);
  prune(into);
}
