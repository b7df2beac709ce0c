import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { fileURLToPath } from 'node:url';
import { figure } from '../../core/bench/figures.js';
import { fillScenario, startProgram } from './program.js';
import { openFile, type Sqlite } from './writeTables.js';

/**
 * A shop of 5,000 instruments, each with two to four years of examinations, goes out, comes into an empty one, and goes out
 * again: the same bytes, little in memory. The scenario is written as any client does; the others are copies of its rows.
 */
const TIMES = Number(process.argv[2] ?? 625);
const MOST_MB = 500;
const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** Columns that name an instrument or what belongs to it: in a copy they name the copy’s. */
const OWN: Record<string, readonly string[]> = {
  instrument: ['id'],
  examination: ['id', 'instrumentId'],
  reading: ['examinationId'],
  finding: ['examinationId'],
  plan: ['id'],
  mark: ['id', 'instrumentId'],
  photograph: ['id', 'instrumentId', 'examinationId', 'markId'],
  weighing: ['id', 'instrumentId'],
  intervention: ['id', 'instrumentId'],
  kept_forecast: ['instrumentId'],
  job: ['id', 'instrumentId'],
  bench_event: ['id', 'job'],
};

/** The id of a copy: four of its digits are the number of the copy. */
const copied = (column: string, k: number): string =>
  `substr(${column}, 1, 24) || '${k.toString(16).padStart(4, '0')}' || substr(${column}, 29)`;

function multiply(file: Sqlite): void {
  const triggers = file
    .prepare(`SELECT "name", "sql" FROM sqlite_master WHERE "type" = 'trigger' AND "name" LIKE 'change_%'`)
    .all();
  for (const { name } of triggers) file.exec(`DROP TRIGGER "${String(name)}"`);
  file.exec('CREATE TEMP TABLE "first" ("id" text PRIMARY KEY)');
  for (const [table, [id]] of Object.entries(OWN))
    file.exec(`INSERT OR IGNORE INTO temp."first" SELECT "${id}" FROM "${table}"`);
  const own = Object.keys(OWN)
    .map((table) => `'${table}'`)
    .join(', ');
  const first = '(SELECT "id" FROM temp."first")';
  for (let k = 1; k < TIMES; k++) {
    file.exec('BEGIN');
    for (const [table, ids] of Object.entries(OWN)) {
      const columns = file
        .prepare(`SELECT "name" FROM pragma_table_info('${table}')`)
        .all()
        .map(({ name }) => String(name))
        .filter((name) => name !== 'arrived');
      const of = `(SELECT "instrumentId" FROM "job" WHERE "id" = "bench_event"."job")`;
      const value = (name: string) => {
        if (ids.includes(name)) return copied(`"${name}"`, k);
        return table === 'bench_event' && name === 'body'
          ? `replace("body", ${of}, ${copied(of, k)})`
          : `"${name}"`;
      };
      file.exec(
        `INSERT INTO "${table}" (${columns.map((one) => `"${one}"`).join(', ')}) SELECT ${columns.map(value).join(', ')} FROM "${table}" WHERE "${ids[0]}" IN ${first}`,
      );
    }
    file.exec(
      `INSERT INTO "edit" SELECT "tableName", ${copied('"rowId"', k)}, "version", "at", "by", "why", "was" FROM "edit" WHERE "tableName" IN (${own}) AND "rowId" IN ${first}`,
    );
    file.exec('COMMIT');
  }
  for (const { sql } of triggers) file.exec(String(sql));
}

/** Runs a command of the program, and says how long it took, and how much memory it held above where it began. */
async function run(
  script: string,
  data: string,
  ...more: string[]
): Promise<{ seconds: number; mb: number }> {
  const began = performance.now();
  const child = spawn(process.execPath, [join(ROOT, 'server/dist', script), ...more], {
    env: { ...process.env, UPRIGHT_ELDER_DATA: data },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  let [rest, most] = [0, 0];
  const look = setInterval(() => {
    const held = heldBy(child.pid!);
    // at rest: the program is loaded, and nothing is read yet
    if (rest === 0 && performance.now() - began > 700) rest = held;
    most = Math.max(most, held);
  }, 100);
  const code = await new Promise((done) => child.on('close', done));
  clearInterval(look);
  if (code !== 0) throw new Error(`${script} ended with ${String(code)}`);
  return { seconds: (performance.now() - began) / 1000, mb: most - rest };
}

function heldBy(pid: number): number {
  try {
    return Number(/VmRSS:\s+(\d+)/u.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}

const program = await startProgram('2026-09-02T09:00:00Z');
const into = mkdtempSync(join(tmpdir(), 'upright-elder-bench-'));
try {
  await fillScenario(program.address);
  await program.kill();
  const file = openFile(join(program.folder, 'upright-elder.sqlite'));
  multiply(file);
  const [{ rows }] = file.prepare('SELECT count(*) AS "rows" FROM "reading"').all() as [{ rows: number }];
  file.close();
  console.log(`\n${8 * TIMES} instruments, ${rows} readings:`);
  const [first, second] = [join(into, 'first.zip'), join(into, 'second.zip')];
  const out = await run('export.js', program.folder, first);
  const size = statSync(first).size / 1e6;
  console.log(
    `  out: ${out.seconds.toFixed(0)} s, ${size.toFixed(0)} MB, ${out.mb.toFixed(0)} MB above rest`,
  );
  const taken = await run('import.js', join(into, 'shop'), first, '--yes');
  console.log(`  in: ${taken.seconds.toFixed(0)} s, ${taken.mb.toFixed(0)} MB above rest`);
  await run('export.js', join(into, 'shop'), second);
  const same = (await hashOf(first)) === (await hashOf(second));
  figure(
    `exchange: ${8 * TIMES} instruments out, in, out`,
    'the same bytes',
    same ? 'the same' : 'others',
    same,
  );
  for (const [name, { mb }] of [
    ['out', out],
    ['in', taken],
  ] as const)
    figure(
      `exchange: ${8 * TIMES} instruments ${name}, memory above rest`,
      `under ${MOST_MB} MB`,
      `${mb.toFixed(0)} MB`,
      mb < MOST_MB,
    );
} finally {
  await program.close();
  rmSync(into, { recursive: true, force: true });
}
