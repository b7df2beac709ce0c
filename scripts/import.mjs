// npm run import: see server/src/import.ts
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureProgram, ROOT } from './setup.mjs';

await ensureProgram();
const { status } = spawnSync(
  process.execPath,
  [join(ROOT, 'server/dist/import.js'), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
  },
);
process.exit(status ?? 1);
