// npm run restore: see server/src/restore.ts
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensurePackages, ROOT } from './setup.mjs';

await ensurePackages();
await ensureBuilt();
const { status } = spawnSync(
  process.execPath,
  [join(ROOT, 'server/dist/restore.js'), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
  },
);
process.exit(status ?? 1);
