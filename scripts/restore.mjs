// npm run restore: see server/src/restore.ts
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureProgram, ROOT } from './setup.mjs';

await ensureProgram();
const { status } = spawnSync(
  process.execPath,
  [join(ROOT, 'server/dist/restore.js'), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
  },
);
process.exit(status ?? 1);
