// npm run cases [FILE…]: worked cases through the computation, each said in a sentence; the shipped ones where no file is
// named. --full prints every finding, question, step and cause.
import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { ensurePackages, ROOT } from './setup.mjs';

await ensurePackages();
const args = process.argv.slice(2).map((one) => (one.startsWith('--') ? one : resolve(one)));
const { status } = spawnSync(
  process.execPath,
  ['--import', 'tsx', '--conditions=source', 'core/cases/run.ts', ...args],
  { cwd: ROOT, stdio: 'inherit' },
);
process.exitCode = status ?? 1;
