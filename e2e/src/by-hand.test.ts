import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fitsAndIsAccessible } from './axe.js';
import { Hand } from './bench-hand.js';
import { examinationBody, instrumentBody } from './bodies.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { describeInstrument, setUpShop } from './first-run.js';
import { putTo, startProgram, type Program } from './program.js';

let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
let page: Page;
let hand: Hand;

const get = async <T>(path: string): Promise<T> =>
  (await (await fetch(`${program.address}/api/${path}`)).json()) as T;

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openContext());
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

/** Counts every key on its way down, and every click; what is typed into a field is no key of the count. */
async function countHand(on: Page): Promise<() => Promise<{ keys: number; clicks: number; tabs: number }>> {
  await on.evaluateOnNewDocument(() => {
    const counted = { keys: 0, clicks: 0, tabs: 0 };
    Object.assign(window, { counted });
    window.addEventListener(
      'keydown',
      ({ key, target, ctrlKey }) => {
        const typed = key.length === 1 && !ctrlKey && (target as HTMLElement).matches('input, textarea');
        if (!typed && key !== 'Control') counted.keys++;
        if (key === 'Tab') counted.tabs++;
      },
      true,
    );
    window.addEventListener('mousedown', () => counted.clicks++, true);
  });
  return () =>
    on.evaluate(
      () => (window as unknown as { counted: { keys: number; clicks: number; tabs: number } }).counted,
    );
}

describe('the first run', () => {
  it.each(['light', 'dark'] as const)(
    'begins on a page that fits and that axe finds nothing on, %s',
    async (scheme) => {
      const start = await openPage(browser, program.address, { scheme });
      await new Hand(start).sees('Who works here');
      await fitsAndIsAccessible(start);
      await start.close();
    },
  );

  it('leads an empty shop that measures in inches to its first instrument, in under a hundred keys and no click', async () => {
    page = await openPage(browser, 'about:blank');
    const counted = await countHand(page);
    await page.goto(program.address, { waitUntil: 'networkidle2' });
    hand = new Hand(page);
    await setUpShop(hand, async () => {
      await fitsAndIsAccessible(page);
      await hand.tabTo('millimetres');
      await hand.keys('ArrowLeft');
      await hand.tabTo('Currency');
      await hand.type('$');
    });
    await hand.keys('n');
    await hand.sees('A new instrument');
    await hand.tabTo('Name');
    await hand.type('Breakwater');
    await hand.tabTo('Scale length');
    // a bare number is inches in this shop
    await hand.type('25.4');
    await hand.sees('645.2 mm');
    await describeInstrument(hand);
    const { keys, clicks } = await counted();
    console.log(`first run: ${keys} keys besides what is typed, ${clicks} clicks`);
    expect(clicks).toBe(0);
    expect(keys).toBeLessThan(100);
    expect(await get('shop')).toMatchObject({
      name: 'Lantern Yard',
      currency: '$',
      lengths: 'in',
      sayIn: '64ths',
    });
    // the rule's fields are in 64ths at once, the feelers' in thousandths
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('7');
    await hand.sees('2.78 mm');
    await hand.tabTo('Relief, bass');
    await hand.type('8');
    await hand.sees('0.2 mm');
    await page.close();
  });
});

/** Readings as a hand would type them, both sides in one line. */
const TYPED: Record<string, string> = {
  'Action at fret 12': '7/64 5/64',
  Relief: '8 thou 7 thou',
  'First-fret gap': '19 thou 18 thou',
  'Straightedge at the bridge': '1.5 mm 1.2 mm',
  'Saddle showing': '6.7 mm, 6.8 mm 5.3 mm',
  'Bridge tilt': '0.4',
  'Belly behind the bridge': '2.4 mm',
  'Neck twist': '0.1',
  'Bridge plate thickness': '2.6 mm',
  'Saddle slot width': '3/32',
};
const QUANTITIES = [
  'action12',
  'relief',
  'firstFretGap',
  'straightedge',
  'saddleShowing',
  'bridgeTilt',
  'bellyBehindBridge',
  'neckTwist',
  'plateThickness',
  'saddleSlot',
];

describe('an examination of thirty-four lines', () => {
  it('needs at most 75 keys besides its values, and no Tab', async () => {
    const [person] = await get<{ id: string }[]>('people');
    const instrument = randomUUID();
    await putTo(program, `instruments/${instrument}`, instrumentBody(person!.id, 'Night Boat'));
    const [full] = (await get<{ id: string; stages: { lines: string[] }[] }[]>('protocols')).filter(
      ({ id }) => id === 'full',
    );
    page = await openPage(browser, 'about:blank');
    const counted = await countHand(page);
    const every = full!.stages.flatMap(({ lines }) => lines);
    await page.goto(`${program.address}/instruments/${instrument}/examine?protocol=full`, {
      waitUntil: 'networkidle2',
    });
    hand = new Hand(page);
    // what is looked at has a group of states where a reading has fields
    const points = await page.$$eval('[data-point]', (all) =>
      all.map((one) => (one as HTMLElement).dataset.point!),
    );
    const chosen = [...QUANTITIES, ...points.slice(0, 24)];
    expect(chosen.every((line) => every.includes(line))).toBe(true);
    expect(chosen).toHaveLength(34);
    await page.evaluate(
      (key, value) => localStorage.setItem(key, value),
      `upright-elder.today.${person!.id}`,
      JSON.stringify({ only: true, lines: chosen }),
    );
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('Only what I measure today (34 lines)');
    await page.waitForSelector('svg[aria-label^="0 of "]');
    // the hand stands in the first field
    expect(await hand.focused()).toBe('Room humidity');
    for (const text of ['44', '70 F', '8.5, 8, 9']) await hand.line(text);
    const left = new Map(Object.entries(TYPED));
    let judged = 0;
    for (let i = 0; i < 120; i++) {
      const focused = await hand.focused();
      if (focused === 'Notes') break;
      const name = [...left.keys()].find((one) => focused === one || focused === `${one}, bass`);
      const point = await page.evaluate(() => document.activeElement?.closest('[data-step]') !== null);
      if (name) {
        await hand.line(left.get(name)!);
        left.delete(name);
      } else if (point) {
        await hand.keys('1', 'Enter');
        judged++;
      } else await hand.keys('Enter');
    }
    expect([...left.keys()]).toEqual([]);
    expect(judged).toBe(24);
    await hand.save();
    await hand.sees('as measured on');
    const [stored] = await get<
      { readings: { quantity: string; place: string; text: string }[]; findings: unknown[] }[]
    >(`instruments/${instrument}/examinations`);
    const read = (quantity: string, place: string) =>
      stored!.readings.find((one) => one.quantity === quantity && one.place === place)?.text;
    expect([read('action12', 'bass'), read('action12', 'treble')]).toEqual(['7/64', '5/64']);
    expect(read('saddleShowing', 'bass')).toBe('6.7 mm, 6.8 mm');
    expect(stored!.findings).toHaveLength(24);
    const { keys, tabs } = await counted();
    console.log(`34 lines: ${keys} keys besides the values`);
    expect(tabs).toBeLessThanOrEqual(10);
    expect(keys).toBeLessThanOrEqual(75);
    await page.close();
  });
});

describe('finding', () => {
  it('is one key away from anywhere, within a field too, and knows instruments, notes and pages', async () => {
    const [person] = await get<{ id: string }[]>('people');
    const instrument = randomUUID();
    const examination = randomUUID();
    await putTo(program, `instruments/${instrument}`, instrumentBody(person!.id, 'Little Anchor'));
    await putTo(
      program,
      `examinations/${examination}`,
      examinationBody(instrument, person!.id, '2026-02-10', 'hums when the stove is lit'),
    );
    page = await openPage(browser, `${program.address}/shop`);
    hand = new Hand(page);
    await hand.sees('How it is kept');
    await hand.keys('/');
    await page.waitForSelector('[cmdk-input]');
    await hand.type('anchor');
    await hand.sees('Instruments');
    await hand.keys('Enter');
    await hand.sees('As measured on');
    // back is where it was
    await page.goBack();
    await hand.sees('How it is kept');
    await hand.tabTo('Name of the workshop');
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('[cmdk-input]');
    await hand.type('stove lit');
    await hand.sees('Notes of examinations');
    await hand.sees('hums when the stove is lit');
    await hand.keys('Enter');
    await hand.sees('Examination of 10 February 2026');
    await page.close();
  });
});

describe('a link that is out of date', () => {
  it('opens what there is, and says what there is not', async () => {
    const [person] = await get<{ id: string }[]>('people');
    const instrument = randomUUID();
    await putTo(program, `instruments/${instrument}`, instrumentBody(person!.id, 'Stowaway'));
    page = await openPage(
      browser,
      `${program.address}/instruments/${instrument}/examine?examination=${randomUUID()}`,
    );
    hand = new Hand(page);
    await hand.sees('is not one of this instrument. What is entered here is a new one.');
    await page.goto(`${program.address}/?show=sideways&order=odd&page=-2`, { waitUntil: 'networkidle2' });
    await hand.sees('most urgent first');
    await hand.sees('Stowaway');
    await page.close();
  });
});

describe('a date', () => {
  it('is typed in the order of the shop, picked from a calendar, and refused rather than guessed', async () => {
    const [person] = await get<{ id: string }[]>('people');
    const instrument = randomUUID();
    await putTo(program, `instruments/${instrument}`, instrumentBody(person!.id, 'Halyard'));
    const { today: _today, zone: _zone, ...settings } = await get<Record<string, unknown>>('shop');
    await putTo(program, 'shop', { ...settings, dateOrder: 'month first' });
    page = await openPage(browser, `${program.address}/instruments/${instrument}/examine`);
    hand = new Hand(page);
    await hand.tabTo('Date');
    await hand.replace('3/4/26');
    await hand.sees('= 4 March 2026');
    await hand.replace('31 April');
    await hand.sees('the calendar has no 31 April');
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('7');
    const [answer] = await Promise.all([
      page.waitForResponse((one) => one.url().includes('/api/examinations/')),
      hand.save(),
    ]);
    expect(answer.status()).toBe(422);
    // in the shop's own words still, once the server has refused it in its own
    await new Promise((drawn) => setTimeout(drawn, 500));
    await hand.sees('the calendar has no 31 April');
    expect(await get<unknown[]>(`instruments/${instrument}/examinations`)).toEqual([]);
    await page.click('button[aria-label="Date: pick from a calendar"]');
    await page.waitForSelector('[role=grid]');
    await hand.keys('Enter');
    await hand.save();
    await hand.sees('as measured on');
    await page.close();
  });
});
