import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { figureUnder } from '../../core/bench/figures.js';
import { examinationBody, instrumentBody } from './bodies.js';
import { startProgram } from './program.js';
import { insertRow, openFile, type Row, type Sqlite } from './writeTables.js';

/**
 * A shop of 5,000 instruments and 100,000 examinations: how it starts, and how its pages answer. One instrument is
 * entered as any client does; the others are copies of its rows, written into the data file while the program rests.
 */
const INSTRUMENTS = Number(process.argv[2] ?? 5000);
const VISITS = 20;
const CALLS = 100;

const program = await startProgram('2026-09-02T09:00:00Z');
const ask = async (method: string, path: string, body?: unknown) => {
  const response = await fetch(`${program.address}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${method} ${path}: ${await response.text()}`);
  return (await response.json()) as unknown;
};
const sorted = (took: number[]) => [...took].sort((a, b) => a - b);
const at = (took: number[], share: number) => sorted(took)[Math.ceil(share * took.length) - 1]!;
const progress = async () => (await ask('GET', 'forecasts')) as { done: number; total: number };
const settled = async () => {
  const began = performance.now();
  for (;;) {
    const { done, total } = await progress();
    if (done === total) return (performance.now() - began) / 1000;
    await new Promise((later) => setTimeout(later, 500));
  }
};

/** CPU of a process and its threads so far, s; a machine that is not quiet does not move it (proc(5), fields 14 and 15). */
function cpuOf(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
}

/** Copies of an instrument with its examinations, readings and what was done to it. */
function multiply(file: Sqlite, instrument: string): string[] {
  const rowsOf = (table: string, column: string, value: string) =>
    file.prepare(`SELECT * FROM "${table}" WHERE "${column}" = ?`).all(value);
  const insert = (table: string, row: Row) => insertRow(file, table, row);
  const [original] = rowsOf('instrument', 'id', instrument);
  const examinations = rowsOf('examination', 'instrumentId', instrument).map((examination) => ({
    examination,
    readings: rowsOf('reading', 'examinationId', examination.id as string),
  }));
  const ids = [instrument];
  file.exec('BEGIN');
  for (let i = 1; i < INSTRUMENTS; i++) {
    const id = randomUUID();
    ids.push(id);
    insert('instrument', { ...original, id, nickname: `number ${String(i).padStart(5, '0')}` });
    for (const { examination, readings } of examinations) {
      const examinationId = randomUUID();
      insert('examination', { ...examination, id: examinationId, instrumentId: id });
      for (const reading of readings) insert('reading', { ...reading, examinationId });
    }
  }
  file.exec('COMMIT');
  return ids;
}

try {
  const by = randomUUID();
  const room = randomUUID();
  const one = randomUUID();
  await ask('PUT', `people/${by}`, { version: 0, name: 'Bench', role: 'master' });
  await ask('PUT', `rooms/${room}`, { version: 0, name: 'Loft', notes: '', logger: '' });
  for (let year = 2021; year < 2026; year++)
    await ask('POST', `rooms/${room}/air`, {
      unit: '°C',
      readings: Array.from({ length: 365 * 4 }, (_, i) => {
        const time = Date.parse(`${year}-09-01T00:00:00Z`) + i * 6 * 3600000;
        const season = Math.cos((2 * Math.PI * (time / 86400000 - 227)) / 365.2425);
        return {
          at: new Date(time).toISOString(),
          humidity: (48 + 14 * season).toFixed(1),
          temperature: '20',
        };
      }),
    });
  await ask('PUT', `instruments/${one}`, { ...instrumentBody(by, 'number 00000'), homeRoomId: room });
  for (let i = 0; i < VISITS; i++) {
    const date = new Date(Date.parse('2026-08-24') - (VISITS - 1 - i) * 91 * 86400000)
      .toISOString()
      .slice(0, 10);
    const body = examinationBody(one, by, date);
    const action = ['7/64', '8/64', '7/64', '6/64'][i % 4]!;
    const readings = body.readings.map((reading) =>
      reading.quantity === 'action12' ? { ...reading, text: action } : reading,
    );
    await ask('PUT', `examinations/${randomUUID()}`, { ...body, readings });
  }
  await settled();
  await program.kill();
  const file = openFile(join(program.folder, 'upright-elder.sqlite'));
  const ids = multiply(file, one);
  file.close();
  await program.restart();
  console.log(`\n${INSTRUMENTS} instruments, ${INSTRUMENTS * VISITS} examinations:`);
  const before = cpuOf(program.pid());
  const seconds = await settled();
  const cpu = cpuOf(program.pid()) - before;
  console.log(`  ${((1000 * cpu) / INSTRUMENTS).toFixed(0)} ms CPU each`);
  console.log(
    `  worked out for the first time in the background in ${seconds.toFixed(0)} s, ${((1000 * seconds) / INSTRUMENTS).toFixed(0)} ms each`,
  );

  // the next morning
  await program.kill();
  const began = performance.now();
  await program.restart('2026-09-03T08:00:00Z');
  const pages = Math.ceil(INSTRUMENTS / 100);
  let filled = 0;
  let yesterday = 0;
  for (let page = 1; page <= pages; page++) {
    const { cards } = (await ask('GET', `shelf?page=${page}&search=`)) as {
      cards: { pending: boolean; asOf: string | null }[];
    };
    filled += cards.filter(({ pending }) => !pending).length;
    yesterday += cards.filter(({ asOf }) => asOf !== null).length;
  }
  const started = performance.now() - began;
  console.log(
    `  started the next morning, every page of the shelf asked for, in ${(started / 1000).toFixed(1)} s: ${filled} cards filled, ${yesterday} of them of yesterday`,
  );
  figureUnder('5,000 instruments: start with every card filled', started, 5000);
  if (filled !== INSTRUMENTS) throw new Error('a card is empty');
  const again = await settled();
  console.log(
    `  read off for the new day in ${again.toFixed(0)} s, ${((1000 * again) / INSTRUMENTS).toFixed(0)} ms each`,
  );

  const random = (i: number) => ids[(i * 7919) % ids.length]!;
  const views: [string, (i: number) => string][] = [
    ['shelf', (i) => `shelf?page=${1 + (i % pages)}&search=`],
    [
      'search',
      (i) => `shelf?page=1&search=${encodeURIComponent(`number ${String(i * 37).padStart(5, '0')}`)}`,
    ],
    ['instrument', (i) => `instruments/${random(i)}`],
    ['examinations', (i) => `instruments/${random(i)}/examinations`],
    ['seasons', (i) => `instruments/${random(i)}/forecast`],
    ['scorecard', (i) => `instruments/${random(i)}/scorecard`],
    ['work', (i) => `instruments/${random(i)}/judgement?heights=mm`],
  ];
  for (const [name, path] of views) {
    const took: number[] = [];
    for (let i = 0; i < CALLS; i++) {
      const start = performance.now();
      await ask('GET', path(i));
      took.push(performance.now() - start);
    }
    console.log(
      `  ${name.padEnd(12)} median ${at(took, 0.5).toFixed(1).padStart(6)} ms, 95th of ${CALLS} ${at(took, 0.95).toFixed(1).padStart(6)} ms`,
    );
    figureUnder(`5,000 instruments: ${name}, 95th of ${CALLS} calls`, at(took, 0.95), 200);
  }

  // plain lists against bare SQL
  const plain = openFile(join(program.folder, 'upright-elder.sqlite'));
  for (const [name, path, sql] of [
    ['people', 'people', 'SELECT * FROM "person" ORDER BY "name"'],
    ['rooms', 'rooms', 'SELECT * FROM "room" ORDER BY "name"'],
    [
      'interventions',
      `instruments/${one}/interventions`,
      `SELECT * FROM "intervention" WHERE "instrumentId" = '${one}' ORDER BY "date"`,
    ],
  ] as const) {
    const [over, bare]: number[][] = [[], []];
    for (let i = 0; i < CALLS; i++) {
      let start = performance.now();
      await ask('GET', path);
      over!.push(performance.now() - start);
      start = performance.now();
      plain.prepare(sql).all();
      bare!.push(performance.now() - start);
    }
    const more = at(over!, 0.5) - at(bare!, 0.5);
    console.log(
      `  ${name.padEnd(14)} ${at(over!, 0.5).toFixed(2)} ms over HTTP, ${at(bare!, 0.5).toFixed(2)} ms bare SQL`,
    );
    figureUnder(`5,000 instruments: list of ${name}, over bare SQL`, more, 15);
  }
  plain.close();
} finally {
  await program.close();
}
