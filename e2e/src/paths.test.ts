import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { examinationBody, instrumentBody } from './bodies.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { putTo, startProgram, type Program } from './program.js';

/** Whose air an instrument lived in, asked and written down by the keys. */
let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
let page: Page;
let hand: Hand;
const [person, one, below, loft] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
const DAY = 86400000;
const LAST = Date.parse('2026-09-01T12:00:00Z');

const yearOf = (mean: number, swing: number) => (at: number) =>
  mean + swing * Math.cos((2 * Math.PI * (at / DAY - 227)) / 365.2425) + 2 * Math.sin((at / DAY) * 0.61);
const AIR = { [below]: yearOf(42, 11), [loft]: yearOf(60, 8) };

async function log(room: string): Promise<void> {
  const answer = await fetch(`${program.address}/api/rooms/${room}/air`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      unit: '°C',
      readings: Array.from({ length: 1300 }, (_, i) => {
        const at = LAST - (1299 - i) * DAY;
        return { at: new Date(at).toISOString(), humidity: AIR[room]!(at).toFixed(1), temperature: '20' };
      }),
    }),
  });
  expect(answer.status).toBe(200);
}

beforeAll(async () => {
  program = await startProgram();
  await putTo(program, `people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await putTo(program, `rooms/${below}`, { version: 0, name: 'Below', notes: '', logger: '', kind: 'home' });
  await putTo(program, `rooms/${loft}`, { version: 0, name: 'Loft', notes: '', logger: '', kind: 'store' });
  for (const room of [below, loft]) await log(room);
  await putTo(program, `instruments/${one}`, { ...instrumentBody(person, 'Carried Over'), homeRoomId: loft });
  for (const [date, moved] of [
    ['2023-08-20', false],
    ['2024-02-16', false],
    ['2024-08-24', false],
    ['2025-02-16', true],
    ['2025-08-24', true],
    ['2026-08-24', true],
  ] as const) {
    const body = examinationBody(one, person, date);
    const air = AIR[moved ? loft : below]!(Date.parse(date));
    await putTo(program, `examinations/${randomUUID()}`, {
      ...body,
      conditions: { ...body.conditions, humidity: air.toFixed(0) },
    });
  }
  ({ browser, close: closeBrowser } = await openContext());
  page = await openPage(browser, `${program.address}/instruments/${one}/seasons`);
  hand = new Hand(page);
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

const stays = async () =>
  (
    (await (await fetch(`${program.address}/api/instruments/${one}/path`)).json()) as {
      stays: { from: string | null; roomName: string }[];
    }
  ).stays.map(({ from, roomName }) => [from, roomName]);

describe('whose air an instrument lived in', () => {
  it('is asked on Seasons, and a move of two years ago is written down there', async () => {
    await hand.sees(
      /RH measured beside it on .*; the log of Loft says \d+\s%\sRH. Was it somewhere else until then\?/u,
    );
    await hand.tabTo('It was elsewhere');
    await hand.keys('Enter');
    // the days that are asked about stand there already
    await hand.pick('It was in', 'Below');
    await hand.tabTo('From, or roughly when');
    await hand.replace('1 Jul 2023');
    await hand.tabTo('Until');
    await hand.replace('1 Nov 2024');
    await hand.tabTo('Write it down');
    await hand.keys('Enter');
    await hand.sees('Saved; its years are being worked out again.');
    await page.waitForFunction(() => !document.body.innerText.includes('Was it somewhere else'), {
      polling: 100,
    });
    expect(await stays()).toEqual([
      [null, 'Loft'],
      ['2023-07-01', 'Below'],
      ['2024-11-01', 'Loft'],
    ]);
    // and under the curve it is seen which room when
    await page.waitForSelector('ol[aria-label="Which room it was in"]');
    expect(
      await page.$$eval('ol[aria-label="Which room it was in"] li', (all) => all.map((li) => li.textContent)),
    ).toEqual(['Below', 'Loft']);
  });

  it('is put right on Details, and found from the room', async () => {
    await page.goto(`${program.address}/air?room=${below}`, { waitUntil: 'networkidle2' });
    await hand.sees(/Carried Over from 1 Jul 2023 until 1 Nov 2024/u);
    await hand.tabTo('Carried Over');
    await hand.keys('Enter');
    await hand.sees('Where it was kept');
    await hand.sees('Below from 1 Jul 2023 until 1 Nov 2024');
    await hand.tabTo('Moves that are written down (1)');
    await hand.keys('Enter');
    await hand.tabTo('Cross out');
    await hand.keys('Enter');
    await hand.type('another guitar');
    await hand.keys('Enter');
    await hand.sees('crossed out by Isbel Crane');
    expect(await stays()).toEqual([[null, 'Loft']]);
  });

  it('takes the other two answers, and takes them back', async () => {
    await page.goto(`${program.address}/instruments/${one}/seasons`, { waitUntil: 'networkidle2' });
    await hand.tabTo('The log is wrong');
    await hand.keys('Enter');
    await hand.sees('Your answer is kept, and can be taken back.');
    await page.waitForFunction(() => !document.body.innerText.includes('Was it somewhere else'), {
      polling: 100,
    });
    await page.goto(`${program.address}/instruments/${one}/details`, { waitUntil: 'networkidle2' });
    await hand.sees('The log is not heard of these days');
    await hand.tabTo('Take back');
    await hand.keys('Enter');
    await hand.type('it was right');
    await hand.keys('Enter');
    await hand.sees('crossed out by Isbel Crane');
  });
});
