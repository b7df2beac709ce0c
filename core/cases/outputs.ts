// npm run outputs -- FILE: what worked cases, stories and drawn instruments give, a line each, to compare before and after.
//   --draws 2000 --from 0   how many instruments are drawn, and from which seed
//   --against FILE          compares with what was written before; ends with 1 where anything differs
import { once } from 'node:events';
import { createReadStream, createWriteStream, existsSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { createInterface } from 'node:readline';
import { createGunzip, createGzip } from 'node:zlib';
import { DRAWN_DAY, drawInstrument } from '../simulated/drawnInstruments.js';
import { dayOf } from '../src/days/index.js';
import { HOUSE_SCHOOLS } from '../src/diagnosis/index.js';
import { groundToday, learn, standOn } from '../src/instrument/index.js';
import { NO_MONEY, repairPlansOf } from '../src/repair-plans/index.js';
import { readCase, type CaseFile } from './caseFile.js';
import { outputOf } from './outputOf.js';
import { recordOf } from './recordOf.js';
import { shippedCases } from './tried.js';
import stories from './stories.json' with { type: 'json' };
import { unsigned } from './unsigned.js';

const args = process.argv.slice(2);
const option = (name: string): string | undefined => {
  const at = args.indexOf(`--${name}`);
  return at < 0 ? undefined : args.splice(at, 2)[1];
};
const draws = Number(option('draws') ?? 2000);
const from = Number(option('from') ?? 0);
const against = option('against');
const [path] = args;
if (!path || !Number.isInteger(draws) || !Number.isInteger(from)) {
  console.error('npm run outputs -- FILE [--draws 2000] [--from 0] [--against FILE]');
  process.exit(2);
}

/** Seven figures are enough to see a change, and no more than a machine's last digits differ by. */
const steady = (_key: string, value: unknown): unknown =>
  typeof value === 'number' && !Number.isInteger(value) ? Number(value.toPrecision(7)) : value;

function ofCase(file: CaseFile): Record<string, unknown> {
  const { record, air } = recordOf(file);
  const learned = learn(
    { ...record, schools: { ...HOUSE_SCHOOLS, ...record.schools, ...file.schools } },
    air,
  );
  return outputOf(learned, standOn(learned, air, dayOf(file.today)), { whole: true });
}

const counts = new Map<string, { times: number; seeds: number[] }>();

function ofDraw(seed: number): Record<string, unknown> {
  const drawn = drawInstrument(seed);
  const learned = learn(drawn.record, drawn.air);
  const today = standOn(learned, drawn.air, DRAWN_DAY);
  const ground = groundToday(learned.evidence, today);
  const hits = unsigned(drawn, ground, repairPlansOf(ground, NO_MONEY));
  for (const hit of hits) {
    const count = counts.get(hit) ?? { times: 0, seeds: [] };
    count.times += 1;
    if (count.seeds.length < 6 && !count.seeds.includes(seed)) count.seeds.push(seed);
    counts.set(hit, count);
  }
  return { ...outputOf(learned, today, { whole: seed < WHOLE }), unsigned: hits };
}
/** Of so many drawn instruments everything is asked, worth of questions included. */
const WHOLE = 40;

function* outputs(): Generator<[string, Record<string, unknown>]> {
  if (from === 0) {
    for (const { name, file } of shippedCases()) yield [name, ofCase(file)];
    for (const story of stories) yield [story.case, ofCase(readCase(JSON.stringify(story)))];
  }
  for (let seed = from; seed < from + draws; seed++) yield [`drawn ${seed}`, ofDraw(seed)];
}

async function* linesOf(file: string): AsyncGenerator<string> {
  const lines = createInterface({ input: createReadStream(file).pipe(createGunzip()) });
  for await (const line of lines) yield line;
}

/** Where two values differ, each place with what it was and is. */
function* differences(was: unknown, is: unknown, at = ''): Generator<string> {
  if (JSON.stringify(was) === JSON.stringify(is)) return;
  if (typeof was === 'object' && typeof is === 'object' && was && is) {
    for (const key of new Set([...Object.keys(was), ...Object.keys(is)]))
      yield* differences(
        (was as Record<string, unknown>)[key],
        (is as Record<string, unknown>)[key],
        `${at}/${key}`,
      );
    return;
  }
  yield `${at}\n    was ${JSON.stringify(was)}\n    is  ${JSON.stringify(is)}`;
}

if (against && !existsSync(against)) {
  console.error(`There is no ${against} to compare with.`);
  process.exit(2);
}
mkdirSync(dirname(path), { recursive: true });
const written = createGzip();
const ended = written.pipe(createWriteStream(path));
const before = against ? linesOf(against) : null;
let [all, differing] = [0, 0];
for (const [name, output] of outputs()) {
  const line = JSON.stringify({ name, ...output }, steady);
  if (!written.write(`${line}\n`)) await once(written, 'drain');
  all += 1;
  if (all % 100 === 0) console.log(`· ${all} written`);
  const next = (await before?.next()) as { value?: string; done?: boolean } | undefined;
  if (!before || next?.value === line) continue;
  differing += 1;
  if (differing > 40) continue;
  console.log(`✗ ${name}`);
  if (next?.value === undefined) console.log('  was not there');
  else
    for (const one of [...differences(JSON.parse(next.value), JSON.parse(line))].slice(0, 6))
      console.log(`  ${one}`);
}
const closed = once(ended, 'close');
written.end();
await closed;
const most = [...counts].sort(([, a], [, b]) => b.times - a.times);
for (const [hit, { times, seeds }] of most)
  console.log(`${String(times).padStart(6)}  ${hit}  ${seeds.join(' ')}`);
console.log(`${all} written${before ? `, ${differing} differ` : ''}`);
process.exitCode = differing > 0 ? 1 : 0;
