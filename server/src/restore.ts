// npm run restore -- <backup> <fresh folder>: brings a backup back.
import { restoreBackup } from './backups/backup-file.js';

const [backup, folder] = process.argv.slice(2);
try {
  if (!backup || !folder)
    throw new Error(
      'Say which backup, and into which folder: npm run restore -- backups/upright-elder-….zip ./data-restored',
    );
  const { made, rows, pictures, papers = [] } = await restoreBackup(backup, folder);
  const { instrument = 0, examination = 0 } = rows;
  console.log(
    `The shop of ${made.slice(0, 16).replace('T', ' ')} (UTC) is in ${folder}: ${instrument} instruments, ${examination} examinations, ${pictures.length} pictures, ${papers.length} papers, all checked.\nOpen it with UPRIGHT_ELDER_DATA=${folder} npm start`,
  );
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
