// npm run sentences: every sentence of the wording layer with example arguments, into docs/sentences.md.
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureModules, fail, ROOT, say } from './setup.mjs';

await ensureModules();
const { status, stdout, stderr } = spawnSync(
  process.execPath,
  ['--import', 'tsx', '--conditions=source', 'core/cases/sentences.ts'],
  { cwd: ROOT, encoding: 'utf8', maxBuffer: 1 << 26 },
);
if (status !== 0) fail(stderr);
writeFileSync(join(ROOT, 'docs/sentences.md'), `${stdout.trim()}\n`);
say(`docs/sentences.md: ${stdout.split('\n').filter((line) => line.startsWith('- ')).length} sentences.`);
