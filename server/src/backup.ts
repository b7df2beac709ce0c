// npm run backup: one file with the whole shop, whether the program runs or not.
// npm run backup -- --here   into a folder that has lost the file by which it is known
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import { writeBackup } from './backups/backup-file.js';
import { holding, listBackups, prune } from './backups/backup-folder.js';
import { sayDamaged } from './backups/damaged.js';
import { isMarked, mark } from './backups/marker.js';
import { configFrom } from './config.js';
import { DATA_FILE, kindOfDataFile } from './store/folder.js';
import { backupFoldersIn, firstRecordIn, type FirstRecord } from './store/identity.js';

/** Folders that backups went to, and what tells the shop from another. */
function look(dataFolder: string): { known: string[]; first: FirstRecord | null } {
  if (kindOfDataFile(dataFolder) !== 'database') return { known: [], first: null };
  const database = new BetterSqlite3(join(dataFolder, DATA_FILE), { readonly: true });
  try {
    return { known: backupFoldersIn(database), first: firstRecordIn(database) };
  } finally {
    database.close();
  }
}

try {
  const { dataFolder, backupFolder } = configFrom(process.env);
  const { known, first } = look(dataFolder);
  if (known.includes(backupFolder) && !isMarked(backupFolder) && !process.argv.includes('--here'))
    throw new Error(
      `${backupFolder} is not as the last backup left it: the small file that marks it is missing. Is its disk connected? To write there all the same: npm run backup -- --here`,
    );
  const backup = await writeBackup(dataFolder, backupFolder, 'by hand');
  mark(backupFolder);
  const { path, manifest, bytes } = backup;
  const older = listBackups(backupFolder).flatMap(({ shopId, name }) => (shopId === null ? [name] : []));
  prune(backupFolder, backup, new Set(first === null ? [] : await holding(backupFolder, older, first)));
  const { instrument = 0, examination = 0 } = manifest.rows;
  console.log(
    `${path}\n${(bytes / 1e6).toFixed(1)} MB, read back and counted: ${instrument} instruments, ${examination} examinations, ${manifest.pictures.length} pictures, ${manifest.papers?.length ?? 0} papers.`,
  );
  for (const words of sayDamaged(manifest.damaged ?? [])) console.log(words);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
