import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { examinationBody, instrumentBody } from './bodies.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { putTo, startProgram, type Program } from './program.js';

/** What was done to an instrument, by the keys alone. */
let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
let page: Page;
let hand: Hand;
const person = randomUUID();
const other = randomUUID();
const one = randomUUID();

interface Done {
  date: string;
  kinds: string[];
  note: string;
  struck: boolean;
  corrections: { why: string }[];
}
const done = async (): Promise<Done[]> =>
  (await (
    await fetch(`${program.address}/api/instruments/${one}/interventions?struck=true`)
  ).json()) as Done[];

beforeAll(async () => {
  program = await startProgram();
  await putTo(program, `people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await putTo(program, `people/${other}`, { version: 0, name: 'Tam Orrell', role: 'luthier' });
  await putTo(program, `instruments/${one}`, instrumentBody(person, 'the Purser'));
  for (const date of ['2025-08-20', '2026-02-16', '2026-08-24'])
    await putTo(program, `examinations/${randomUUID()}`, examinationBody(one, person, date));
  const opened = await openContext();
  ({ browser, close: closeBrowser } = opened);
  page = await openPage(browser, `${program.address}/instruments/${one}/seasons`);
  hand = new Hand(page);
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

describe('what was done to an instrument', () => {
  it('is entered later with its day, and begins a new count', async () => {
    await hand.sees('What was done to it');
    await hand.unfold();
    await hand.tabTo('Enter what was done');
    await hand.keys('Enter');
    await hand.tabTo('Glued, opened, replaced or taken off');
    await hand.keys('ArrowRight', 'ArrowRight', 'Enter');
    await hand.tabTo('In words');
    await hand.type('a quarter turn');
    await hand.keys('Enter');
    await hand.sees('truss rod turned; a quarter turn');
    await hand.sees('readings before it say nothing of the level after');
    expect(await done()).toMatchObject([{ date: '2026-09-02', kinds: ['rod'], note: 'a quarter turn' }]);
  });

  it('is corrected by somebody else with a reason, and what it said stays', async () => {
    await page.evaluate((who) => localStorage.setItem('upright-elder.person', who), other);
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('What was done to it');
    await hand.unfold();
    await hand.tabTo('Correct');
    await hand.keys('Enter');
    await hand.tabTo('In words');
    await hand.replace('half a turn');
    await hand.keys('Enter');
    await hand.sees('with no reason given');
    await hand.tabTo('Why it is corrected');
    await hand.type('counted again');
    await hand.keys('Enter');
    await hand.sees('truss rod turned; half a turn');
    await hand.sees('it said');
    expect((await done())[0]!.corrections.map(({ why }) => why)).toEqual(['counted again']);
  });

  it('is saved with the examination that comes after it', async () => {
    await page.goto(`${program.address}/instruments/${one}/examine`, { waitUntil: 'networkidle2' });
    await hand.sees('truss rod turned; half a turn');
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('7/64');
    await page.$$eval('button', (buttons) =>
      buttons.find((button) => button.textContent === 'Something was done since last time')!.click(),
    );
    await page.$$eval('button', (buttons) =>
      buttons.find((button) => button.textContent === 'Saddle trimmed or replaced')!.click(),
    );
    await hand.save();
    await hand.sees('as measured on');
    expect((await done()).map(({ kinds }) => kinds.join())).toEqual(['rod', 'saddle']);
  });

  it('is struck with a reason, and brought back', async () => {
    await page.goto(`${program.address}/instruments/${one}/seasons`, { waitUntil: 'networkidle2' });
    await hand.sees('What was done to it');
    await hand.unfold();
    await hand.tabTo('Cross out');
    await hand.keys('Enter');
    await hand.type('it was another guitar');
    await hand.keys('Enter');
    await hand.sees('crossed out by Tam Orrell');
    expect((await done()).filter(({ struck }) => struck)).toHaveLength(1);
    await hand.tabTo('Bring back');
    await hand.keys('Enter');
    await page.waitForFunction(() => !document.body.innerText.includes('crossed out by'), {
      polling: 100,
    });
    expect((await done()).filter(({ struck }) => struck)).toHaveLength(0);
  });
});
