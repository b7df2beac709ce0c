// npm run cases [FILE…]: each case through the real path, printed as a sentence; the shipped ones where no file is named.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { BadCase, readCase } from './caseFile.js';
import { sayFinding, sayFirst, sayIn, sayStep, sayWithheld } from '../src/wording/index.js';
import { tryCase } from './tryCase.js';

const MM = sayIn('mm');
const args = process.argv.slice(2);
const full = args.includes('--full');
const named = args.filter((one) => !one.startsWith('--'));
const paths = (named.length > 0 ? named : [fileURLToPath(new URL('files', import.meta.url))]).flatMap(
  (path) =>
    statSync(path).isDirectory()
      ? readdirSync(path)
          .filter((one) => one.endsWith('.json'))
          .sort()
          .map((one) => join(path, one))
      : [path],
);
let [passed, failed] = [0, 0];
for (const path of paths) {
  try {
    const file = readCase(readFileSync(path, 'utf8'));
    const { judgement, wrong } = tryCase(file);
    if (wrong.length === 0) passed += 1;
    else failed += 1;
    const steps = judgement.order.map(({ id, withheld }) =>
      withheld.length > 0 ? `${id} (amount withheld)` : id,
    );
    console.log(
      `${wrong.length === 0 ? '✓' : '✗'} ${file.case}: ${sayFirst(judgement, MM)} ${steps.length > 0 ? `Steps: ${steps.join(', ')}.` : 'No steps.'}`,
    );
    if (full) {
      for (const one of judgement.findings)
        console.log(`    ${one.severity}, ${one.certainty}: ${sayFinding(one, MM)} [${one.rule}]`);
      for (const one of judgement.questions) console.log(`    ? ${one.ask} (${one.minutes} min)`);
      for (const one of judgement.order)
        console.log(
          `    ${one.place}. ${one.id}: ${sayStep(one, MM)}${one.withheld.length > 0 ? ` — withheld: ${sayWithheld(one.withheld)}` : ''}`,
        );
      for (const { side, budget } of judgement.sides)
        if (budget)
          console.log(
            `    ${side} ${(1000 * budget.total).toFixed(2)}: ${budget.terms.map(({ cause, value, sd }) => `${cause} ${(1000 * value).toFixed(2)}±${(1000 * sd).toFixed(2)}`).join(', ')}`,
          );
    }
    for (const text of wrong) console.log(`    wrong: ${text}`);
  } catch (error) {
    if (!(error instanceof BadCase)) throw error;
    failed += 1;
    console.log(`✗ ${path} does not fit:`);
    for (const line of error.message.split('\n')) console.log(`    ${line}`);
  }
}
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
