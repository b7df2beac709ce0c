import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { JobEventInput, JobEventsKept } from '@upright-elder/contract';
import { figureUnder } from '../../core/bench/figures.js';
import { instrumentBody } from './bodies.js';
import { startProgram } from './program.js';
import { insertRow, openFile, type Row, type Sqlite } from './writeTables.js';

/**
 * A shop of 5,000 instruments with twenty years of jobs: 2,000 of a hundred events each, 40 of them under way. One job is
 * written as any client does; the others are copies of its rows, written into the data file while the program rests.
 */
const INSTRUMENTS = 5000;
const JOBS = Number(process.argv[2] ?? 2000);
const OPEN = 40;
const NOTES = 96;
const CALLS = 100;
/** Of what is not held against bare SQL alone, ms. */
const MOST: Record<string, number> = { shelf: 60, 'find in the logs': 250, 'what trees came to': 250 };

const program = await startProgram('2026-09-02T09:00:00Z');
const ask = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
  const response = await fetch(`${program.address}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${method} ${path}: ${await response.text()}`);
  return (await response.json()) as T;
};
const at = (took: number[], share: number) =>
  [...took].sort((a, b) => a - b)[Math.ceil(share * took.length) - 1]!;

const eventOf = (job: string, by: string, n: number, kind: string, body: object): JobEventInput => ({
  id: randomUUID(),
  job,
  kind,
  step: null,
  by,
  with: [],
  device: 'tablet',
  clockRun: 0,
  seq: n,
  at: Date.parse('2026-08-01T09:00:00Z') + n * 1000,
  stamp: Date.parse('2026-08-01T09:00:00Z') + n * 1000,
  v: 1,
  uses: [],
  body,
});

const STEPS = Array.from({ length: 4 }, () => randomUUID());
const STEP_IDS = new RegExp(STEPS.join('|'), 'gu');

function copyAll(file: Sqlite, instrument: string, job: string): void {
  const insert = (table: string, row: Row) => insertRow(file, table, row);
  const [original] = file.prepare('SELECT * FROM "instrument" WHERE "id" = ?').all(instrument);
  const [jobRow] = file.prepare('SELECT * FROM "job" WHERE "id" = ?').all(job);
  const events = file.prepare('SELECT * FROM "bench_event" WHERE "job" = ?').all(job);
  const ids = [instrument];
  file.exec('BEGIN');
  for (let i = 1; i < INSTRUMENTS; i++) {
    const id = randomUUID();
    ids.push(id);
    insert('instrument', { ...original, id, nickname: `number ${String(i).padStart(5, '0')}` });
  }
  for (let i = 1; i < JOBS; i++) {
    const id = randomUUID();
    const instrumentId = ids[(i * 7) % ids.length]!;
    const over = i < OPEN ? null : Date.parse('2020-01-01T00:00:00Z');
    // a step belongs to one job
    const anew = new Map(STEPS.map((step) => [step, randomUUID()]));
    const own = (text: unknown) =>
      String(text).replace(STEP_IDS, (step) => anew.get(step as (typeof STEPS)[number])!);
    const summary = own(jobRow!['summary']);
    insert('job', { ...jobRow, id, instrumentId, handedOver: over, summary });
    for (const { arrived: _arrived, said: _said, saidSmall: _small, ...event } of events)
      insert('bench_event', { ...event, id: randomUUID(), job: id, body: own(event['body']) });
  }
  copyPapers(file, ids);
  file.exec('COMMIT');
}

/** Two papers an instrument; to four owners of five was told what it may come to, and a half of that was read since. */
function copyPapers(file: Sqlite, ids: readonly string[]): void {
  const [paper] = file.prepare('SELECT * FROM "paper_given"').all();
  const spent = { hours: [1, 2, 3], days: [5, 9, 20], money: [100, 200, 300] };
  const ways = ['neck', 'belly first', 'little'].map((key, i) => ({
    ...{ key, chance: 0.6 - 0.2 * i, ids: ['neck-off', 'fit-heel'], more: spent },
  }));
  const tree = JSON.stringify({
    ...{ ambition: 'sound', first: ['reglue-brace', 'rest-under-tension'], firstSpent: spent, ways },
    ...{ otherwise: 0, undecided: 0, whole: spent, asks: [], says: 'ways', draws: 200, seed: 1 },
  });
  // what it was drawn from: two bridges, fourteen unknowns
  const belief = [0, 1].map(() => ({
    ...{ share: 0.5, mean: Array.from({ length: 14 }, Math.random) },
    lower: Array.from({ length: 196 }, Math.random),
  }));
  const assumed = JSON.stringify({ effects: {}, edits: {}, rate: 60, belief });
  ids.forEach((instrumentId, i) => {
    for (let n = 0; n < 2; n++) insertRow(file, 'paper_given', { ...paper, id: randomUUID(), instrumentId });
    if (i % 5 === 0) return;
    const said = randomUUID();
    insertRow(file, 'tree_said', {
      ...{ id: said, instrumentId, paper: paper!['id'], day: '2026-08-20', assumed, tree, said: '[]' },
      ...{ plan: '{"kinds":["sound"],"ids":[]}', program: 'a program', evidence: 'a record' },
    });
    if (i % 2 === 0)
      insertRow(file, 'tree_fell', {
        ...{ said, state: 'read', why: '', examination: null, day: '2026-08-25', key: 'neck' },
        ...{ chosen: i % 4 === 0 ? 'neck' : null, chosenBy: null, hours: null, days: null },
      });
  });
}

try {
  const by = randomUUID();
  const instrument = randomUUID();
  const job = randomUUID();
  await ask('PUT', `people/${by}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await ask('PUT', `instruments/${instrument}`, instrumentBody(by, 'number 00000'));
  await ask('POST', 'jobs/events', {
    events: [
      eventOf(job, by, 0, 'opened', { instrument, name: 'Neck reset', from: 'by hand' }),
      eventOf(job, by, 1, 'plan taken', {
        version: 1,
        steps: ['neck-off', 'fit-heel', 'reglue-neck', 'set-up'].map((treatment, i) => ({
          id: STEPS[i],
          treatment,
          part: 'whole',
          hands: [1, 2],
          wait: [0, 24],
          after: [],
        })),
      }),
      ...Array.from({ length: NOTES }, (_, i) =>
        eventOf(job, by, 2 + i, 'note', { say: `looked at it, ${i}, the bridge plate is worn` }),
      ),
    ],
  });
  await ask('PUT', `instruments/${instrument}/papers/given/${randomUUID()}`, {
    ...{ of: ['condition'], for: 'owner', size: 'A4', ownerName: true, prices: true, shopNotes: false },
    ...{ by, to: '', way: 'file' },
  });
  await program.kill();
  const file = openFile(join(program.folder, 'upright-elder.sqlite'));
  copyAll(file, instrument, job);
  file.close();
  await program.restart();
  // what is worked out of the copies is over before anything is timed
  for (;;) {
    const { done, total } = await ask<{ done: number; total: number }>('GET', 'forecasts');
    if (done === total) break;
    await new Promise((later) => setTimeout(later, 500));
  }
  console.log(`\n${INSTRUMENTS} instruments, ${JOBS} jobs of ${NOTES + 2} events, ${OPEN} under way:`);
  const plain = openFile(join(program.folder, 'upright-elder.sqlite'));
  const open = plain.prepare(`SELECT "id", "instrumentId" FROM "job" WHERE "handedOver" IS NULL`).all();
  const one = (i: number) => open[i % open.length] as { id: string; instrumentId: string };
  const views: [name: string, path: (i: number) => string, sql: string][] = [
    [
      'bench',
      () => 'bench',
      `SELECT "job"."summary", "instrument"."nickname" FROM "job" JOIN "instrument" ON "instrument"."id" = "job"."instrumentId" WHERE "job"."handedOver" IS NULL`,
    ],
    [
      'calendar',
      () => 'calendar',
      `SELECT "job"."summary", "instrument"."nickname" FROM "job" JOIN "instrument" ON "instrument"."id" = "job"."instrumentId" WHERE "job"."handedOver" IS NULL`,
    ],
    [
      'jobs of an instrument',
      (i) => `instruments/${one(i).instrumentId}/jobs`,
      `SELECT "summary" FROM "job" WHERE "instrumentId" = '${one(0).instrumentId}'`,
    ],
    ['a job', (i) => `jobs/${one(i).id}/events`, `SELECT * FROM "bench_event" WHERE "job" = '${one(0).id}'`],
    [
      'shelf',
      (i) => `shelf?page=${1 + (i % 50)}&search=`,
      `SELECT * FROM "instrument" ORDER BY "nickname" LIMIT 100`,
    ],
    [
      'papers that were given',
      (i) => `instruments/${one(i).instrumentId}/papers/given`,
      `SELECT * FROM "paper_given" WHERE "instrumentId" = '${one(0).instrumentId}'`,
    ],
    [
      'what trees came to',
      () => 'learning/trees',
      `SELECT count(*) FROM "tree_fell" f JOIN "tree_said" s ON s."id" = f."said", json_each(s."tree", '$.ways')`,
    ],
    [
      'find in the logs',
      () => 'find?search=rosewood',
      `SELECT count(*) FROM "bench_event" WHERE "kind" = 'note' AND "body" LIKE '%rosewood%'`,
    ],
  ];
  for (const [name, path] of [
    ['what trees came to', 'learning/trees'],
    ['the calendar', 'calendar'],
  ] as const) {
    const start = performance.now();
    await ask('GET', path);
    console.log(`  ${name}, asked first: ${(performance.now() - start).toFixed(0)} ms`);
  }
  for (const [name, path, sql] of views) {
    const [over, bare]: number[][] = [[], []];
    for (let i = 0; i < (name.startsWith('find') ? CALLS / 5 : CALLS); i++) {
      let start = performance.now();
      await ask('GET', path(i));
      over!.push(performance.now() - start);
      start = performance.now();
      plain.prepare(sql).all();
      bare!.push(performance.now() - start);
    }
    console.log(
      `  ${name.padEnd(22)} 95th ${at(over!, 0.95).toFixed(1)} ms, bare SQL ${at(bare!, 0.95).toFixed(1)} ms`,
    );
    // the shelf reads more than its instruments, find looks through more than logs, and trees are looked at now and then
    const most = MOST[name];
    if (most !== undefined) figureUnder(`${JOBS} jobs: ${name}, 95th`, at(over!, 0.95), most);
    else figureUnder(`${JOBS} jobs: ${name}, 95th over bare SQL`, at(over!, 0.95) - at(bare!, 0.95), 15);
  }
  const took: number[] = [];
  for (let i = 0; i < CALLS; i++) {
    const start = performance.now();
    await ask<JobEventsKept>('POST', 'jobs/events', {
      events: [eventOf(one(i).id, by, 500 + i, 'note', { say: 'one more' })],
    });
    took.push(performance.now() - start);
  }
  console.log(
    `  a touch is kept in      median ${at(took, 0.5).toFixed(1)} ms, 95th ${at(took, 0.95).toFixed(1)} ms`,
  );
  figureUnder(`${JOBS} jobs: a touch is kept, 95th`, at(took, 0.95), 100);
  plain.close();
} finally {
  await program.close();
}
