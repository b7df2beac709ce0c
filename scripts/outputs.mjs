// npm run outputs -- FILE: what cases, stories and drawn instruments give, to compare before and after a change.
import { spawnSync } from 'node:child_process';
import { ensureModules, ROOT } from './setup.mjs';

await ensureModules();
const { status } = spawnSync(
  process.execPath,
  ['--import', 'tsx', '--conditions=source', 'core/cases/outputs.ts', ...process.argv.slice(2)],
  { cwd: ROOT, stdio: 'inherit' },
);
process.exitCode = status ?? 1;
