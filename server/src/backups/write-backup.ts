// A thread beside: writes a backup while the server goes on answering.
import { parentPort, workerData } from 'node:worker_threads';
import { prune, writeBackup, type BackupReason } from './backup-file.js';

const { folder, into, reason } = workerData as { folder: string; into: string; reason: BackupReason };
try {
  const backup = await writeBackup(folder, into, reason);
  prune(into);
  parentPort!.postMessage({ backup });
} catch (error) {
  parentPort!.postMessage({ refusal: error instanceof Error ? error.message : String(error) });
}
