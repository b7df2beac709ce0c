// npm run backup: one file with the whole shop, whether the program runs or not.
import { prune, writeBackup } from './backups/backup-file.js';
import { sayDamaged } from './backups/damaged.js';
import { configFrom } from './config.js';

try {
  const { dataFolder, backupFolder } = configFrom(process.env);
  const backup = await writeBackup(dataFolder, backupFolder, 'by hand');
  const { path, manifest, bytes } = backup;
  prune(backupFolder, backup);
  const { instrument = 0, examination = 0 } = manifest.rows;
  console.log(
    `${path}\n${(bytes / 1e6).toFixed(1)} MB, read back and counted: ${instrument} instruments, ${examination} examinations, ${manifest.pictures.length} pictures.`,
  );
  for (const words of sayDamaged(manifest.damaged ?? [])) console.log(words);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
