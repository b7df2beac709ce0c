import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { figureUnder } from '../../core/bench/figures.js';
import { startProgram } from './program.js';

/**
 * A logger's file of 100,000 lines, one in twenty broken: written into the folder of a running program, and sent by the
 * page. How long it takes, and the longest time that the program's thread is held by one piece of it.
 */
const LINES = 100000;
/** As the page sends them; see web/places/air/TakeLogFile. */
const PIECE = 250;
const ROOM = randomUUID();
const folder = mkdtempSync(join(tmpdir(), 'upright-elder-bench-'));
const heldFile = join(folder, 'held');
writeFileSync(heldFile, '');
const program = await startProgram(new Date().toISOString(), {
  HELD_FILE: heldFile,
  NODE_OPTIONS: `--import=${new URL('../loop-watch.mjs', import.meta.url).href}`,
});
const send = async (method: string, path: string, body?: unknown) => {
  const response = await fetch(`${program.address}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as unknown;
};
interface Report {
  files: { name: string; state: string; added: number; skipped: number }[];
}
/** The longest times that the thread was held between two instants, ms, the longest first. */
const held = (from: number, to: number) =>
  readFileSync(heldFile, 'utf8')
    .split('\n')
    .map((line) => line.split(' ').map(Number) as [number, number])
    .filter(([at]) => at >= from && at <= to)
    .map(([, ms]) => ms)
    .sort((a, b) => b - a);
const instantOf = (i: number, first: number) => new Date(first + i * 600000).toISOString();
const say = (what: string, from: number, to: number, words: string) => {
  const gaps = held(from, to);
  figureUnder(`100,000 lines of a logger, ${what}: thread held`, gaps[0] ?? 15, 50);
  console.log(
    `${what}: ${((to - from) / 1000).toFixed(1)} s, ${words}; the thread was never held longer than ${(gaps[0] ?? 15).toFixed(0)} ms (${gaps.filter((ms) => ms > 50).length} times over 50 ms).`,
  );
};

try {
  await send('PUT', `rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: 'loft' });
  const first = Date.now() - LINES * 600000;
  const rows = Array.from({ length: LINES }, (_, i) =>
    i % 20 === 7
      ? `battery low;${i}`
      : `${instantOf(i, first)};${(50 + 20 * Math.sin(i / 5000)).toFixed(1).replace('.', ',')};20,5`,
  );
  // what the program does once after its start is not the file's
  await wait(1500);
  const path = join(program.folder, 'logger', 'loft.csv');
  let began = Date.now();
  writeFileSync(path, ['Timestamp;Humidity %;Temperature °C', ...rows].join('\r\n'));
  const report = async () =>
    ((await send('GET', 'log-files')) as Report).files.find(({ name }) => name === 'loft.csv');
  while ((await report())?.state !== 'taken') await wait(50);
  const { added, skipped } = (await report())!;
  console.log(`\nA logger's file of ${LINES.toLocaleString('en')} lines`);
  say(
    'written into the folder, seen and taken in',
    began,
    Date.now(),
    `${added.toLocaleString('en')} readings new, ${skipped.toLocaleString('en')} broken lines listed`,
  );
  const sendAll = async () => {
    let fresh = 0;
    for (let i = 0; i < LINES; i += PIECE) {
      const readings = Array.from({ length: PIECE }, (_, k) => ({
        at: instantOf(i + k, first - 300000),
        humidity: '50.5',
        temperature: '20.5',
      }));
      fresh += ((await send('POST', `rooms/${ROOM}/air`, { unit: '°C', readings })) as { added: number })
        .added;
    }
    return fresh;
  };
  for (const what of ['sent by the page', 'sent by the page once more']) {
    began = Date.now();
    const fresh = await sendAll();
    say(what, began, Date.now(), `${fresh.toLocaleString('en')} readings new`);
  }
} finally {
  await program.close();
  rmSync(folder, { recursive: true, force: true });
}
