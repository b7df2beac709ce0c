import { randomUUID } from 'node:crypto';
import { figure, figureUnder } from '../../core/bench/figures.js';
import { examinationBody, instrumentBody } from './bodies.js';
import { openBrowser } from './browser.js';
import { firstPage } from './first-page.js';
import { startProgram } from './program.js';

/** How the shelf answers as it grows, against a plain list of people in the same run. */
const program = await startProgram();
const send = async (method: string, path: string, body?: unknown) => {
  const response = await fetch(`${program.address}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as unknown;
};
const time = async (path: string, rounds = 9) => {
  const took: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    await send('GET', path);
    took.push(performance.now() - began);
  }
  return { first: took[0]!, median: took.sort((a, b) => a - b)[Math.floor(rounds / 2)]! };
};
try {
  const by = randomUUID();
  await send('PUT', `people/${by}`, { version: 0, name: 'Bench', role: 'master' });
  const reference = (await time('people', 30)).median;
  console.log(
    `\nReference: the list of people over HTTP, ${reference.toFixed(2)} ms. Figures below are times this.`,
  );
  const ratio = (ms: number) => `${(ms / reference).toFixed(1)} × (${ms.toFixed(1)} ms)`;
  const room = randomUUID();
  await send('PUT', `rooms/${room}`, { version: 0, name: 'Loft', notes: '', logger: '' });
  const air = (from: string, days: number) => ({
    unit: '°C',
    readings: Array.from({ length: days * 4 }, (_, i) => {
      const time = Date.parse(`${from}T00:00:00Z`) + i * 6 * 3600000;
      const season = Math.cos((2 * Math.PI * (time / 86400000 - 227)) / 365.2425);
      return { at: new Date(time).toISOString(), humidity: (48 + 14 * season).toFixed(1), temperature: '20' };
    }),
  });
  for (const [from, days] of [
    ['2023-09-01', 365],
    ['2024-08-31', 365],
    ['2025-08-31', 365],
  ] as const)
    await send('POST', `rooms/${room}/air`, air(from, days));
  let count = 0;
  let one = '';
  for (const wanted of [10, 100, 1000, 5000]) {
    for (; count < wanted; count++) {
      const id = randomUUID();
      one ||= id;
      const body = instrumentBody(by, `number ${String(count).padStart(5, '0')}`);
      await send('PUT', `instruments/${id}`, { ...body, homeRoomId: room });
      for (const date of ['2025-08-20', '2026-02-10', '2026-08-20'])
        await send('PUT', `examinations/${randomUUID()}`, examinationBody(id, by, date));
    }
    const { first, median } = await time('shelf?page=1&search=');
    console.log(
      `  ${String(wanted).padStart(5)} instruments: first page ${ratio(median)}, the first time ${ratio(first)}`,
    );
  }
  const progress = async () => (await send('GET', 'forecasts')) as { done: number; total: number };
  const finished = async (views: string[]) => {
    const slowest = new Map(views.map((view) => [view, 0]));
    const began = performance.now();
    let asked = 0;
    for (;;) {
      const { done, total } = await progress();
      if (done === total) return { seconds: (performance.now() - began) / 1000, slowest, asked };
      for (const view of views) {
        const start = performance.now();
        await send('GET', view);
        slowest.set(view, Math.max(slowest.get(view)!, performance.now() - start));
        asked += 1;
      }
      await new Promise((later) => setTimeout(later, 100));
    }
  };
  await finished([]);
  // new air in the one room that all of them live in
  await send('POST', `rooms/${room}/air`, air('2026-08-31', 2));
  const { seconds, slowest, asked } = await finished([
    'shelf?page=1&search=',
    'shelf?page=30&search=',
    `instruments/${one}`,
    `instruments/${one}/forecast`,
    `instruments/${one}/scorecard`,
    `rooms/${room}/air`,
  ]);
  console.log(
    `  5000 instruments forecast anew in the background in ${seconds.toFixed(0)} s; meanwhile, the slowest of ${asked} answers:`,
  );
  for (const [view, ms] of slowest) {
    const name = view.replace(one, '…').replace(room, '…');
    figureUnder(`5,000 instruments forecast behind, slowest ${name}`, ms, 200);
    console.log(`    ${ratio(ms).padEnd(22)} ${name}`);
  }
  const { browser, close } = await openBrowser();
  const { script } = await firstPage(browser, program.address);
  await close();
  figure(
    'first page: script over the wire',
    'at most 220 kB',
    `${(script / 1000).toFixed(0)} kB`,
    script <= 220_000,
  );
} finally {
  await program.close();
}
