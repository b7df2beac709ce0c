// npm run bench: speed as ratios against a reference in the same run, the coverage of the forecast's bands, and at the
// end one table of every figure that something is wanted of. Ends with 1 if a figure is short or a bench broke off.
import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { ensureProgram, ROOT } from './setup.mjs';

await ensureProgram();
const rows = [];
for (const bench of [
  'core/bench/bench.ts',
  'core/bench/benchTop.ts',
  'core/bench/benchWords.ts',
  'core/bench/benchJudgement.ts',
  'core/bench/benchPlans.ts',
  'core/bench/benchMoves.ts',
  'core/bench/benchTree.ts',
  'core/bench/benchJobs.ts',
  'core/bench/benchSchedule.ts',
  'e2e/src/bench-shelf.ts',
  'e2e/src/bench-logger.ts',
  'e2e/src/bench-map.ts',
  'e2e/src/bench-live.ts',
  'e2e/src/bench-jobs.ts',
  'e2e/src/bench-exchange.ts',
  // at its end, since it takes about ten minutes
  'e2e/src/bench-shop.ts',
]) {
  const child = spawn(process.execPath, ['--import', 'tsx', '--conditions=source', bench], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise((done) => child.on('close', done));
  for await (const line of createInterface({ input: child.stdout })) {
    // as core/bench/figures.ts says a figure; everything else is for the eye
    if (/^(held|short)\t/.test(line)) rows.push(line.split('\t'));
    else console.log(line);
  }
  if ((await ended) !== 0) rows.push(['short', bench, 'runs to its end', 'broke off']);
}
const table = [['figure', 'wanted', 'measured', ''], ...rows.map(([kept, ...figure]) => [...figure, kept])];
const width = (column) => Math.max(...table.map((row) => row[column].length));
const widths = [width(0), width(1), width(2), 0];
console.log('');
for (const row of table)
  console.log(
    row
      .map((cell, column) => cell.padEnd(widths[column]))
      .join('  ')
      .trimEnd(),
  );
if (rows.some(([kept]) => kept === 'short')) process.exitCode = 1;
