import { randomUUID } from 'node:crypto';
import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { instrumentBody } from './bodies.js';
import { openBrowser, openPage } from './browser.js';
import { startProgram, type Program } from './program.js';

let program: Program;
let browser: Browser;
let closeBrowser: () => Promise<void>;
const person = randomUUID();

const put = async (path: string, body: unknown) => {
  const response = await fetch(`${program.address}/api/${path}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  expect(response.status, await response.clone().text()).toBe(200);
};
const get = async <T>(path: string) => (await (await fetch(`${program.address}/api/${path}`)).json()) as T;
interface StoredMark {
  face: string;
  kind: string;
  brace: string | null;
  name: string;
  version: number;
  sightings: {
    path: [number, number][];
    from: number | null;
    to: number | null;
    state: string;
    ruler: string | null;
  }[];
}
const marksOf = (id: string) => get<StoredMark[]>(`instruments/${id}/marks`);
const planOf = (id: string) =>
  get<{
    plan: { outline: { length: number; widths: unknown[] }; braces: { width: number }[]; version: number };
  }>(`instruments/${id}/plan`);

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openBrowser());
  await put(`people/${person}`, { version: 0, name: 'Isbel Crane', role: 'owner' });
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

/** A stored mark as it is sent. */
const bare = ({ version, face, kind, brace, name, sightings }: StoredMark) => ({
  version,
  face,
  kind,
  brace,
  name,
  sightings,
});

const WIDTHS: Record<string, string> = {
  'Width across the tail curve': '284',
  'Width lower bout, widest': '15 5/8',
  'Width behind the bridge': '370 mm',
  'Width waist, narrowest': '278',
  'Width upper bout, widest': '11.4 in',
  'Width shoulders': '248',
};

describe('the map', () => {
  const one = randomUUID();
  let page: Page;
  let hand: Hand;

  it('is set up from a preset and six measured widths, by keys alone', async () => {
    await put(`instruments/${one}`, instrumentBody(person, 'Little Anchor'));
    page = await openPage(browser, `${program.address}/instruments/${one}/map`);
    hand = new Hand(page);
    await hand.sees('Draw its top');
    await hand.tabTo('Width lower bout, widest');
    await hand.type('190');
    await hand.sees('far from auditorium');
    await hand.replace('');
    await hand.keys('Backspace');
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.tabTo('Body length');
    await hand.type('20 in');
    for (const [name, text] of Object.entries(WIDTHS)) {
      await hand.tabTo(name);
      await hand.type(text);
    }
    await hand.tabTo('Keep this drawing');
    await hand.keys('Enter');
    await hand.sees('Mark a crack');
    const { plan } = await planOf(one);
    expect(plan.outline.length).toBeCloseTo(0.508, 6);
    expect(plan.outline.widths).toHaveLength(6);
    expect(plan.braces).toHaveLength(9);
  });

  it('takes two cracks by the cross-hair and by typed positions, and a loose brace; undo brings back every state', async () => {
    await hand.tabTo('Mark a crack');
    await hand.keys('Enter');
    await hand.keys('ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'Enter');
    await page.keyboard.down('Shift');
    await hand.keys('ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown');
    await page.keyboard.up('Shift');
    await hand.keys('Enter', 'Enter', 'Backspace');
    await hand.tabBack('Done, 2 points');
    await hand.keys('Enter');
    await hand.sees('crack, 40 mm, moving');
    await hand.tabTo('Name of the mark');
    await hand.type('below the bridge');
    await hand.tabTo('By the ruler');
    await hand.type('55');
    await hand.sees('along the path it is 40 mm, the ruler says 55 mm');
    await hand.replace('41');

    await hand.tabBack('Mark a crack');
    await hand.keys('Enter');
    await hand.tabBack('across, mm');
    await hand.replace('60');
    await hand.tabTo('along, mm');
    await hand.replace('420');
    await hand.keys('Enter');
    await hand.replace('470');
    await hand.keys('Enter');
    await hand.tabBack('Done, 2 points');
    await hand.keys('Enter');
    await hand.sees('crack, 50 mm, moving');

    await hand.tabBack('Top');
    await hand.keys('ArrowRight');
    await hand.tabTo('X brace, lower leg bass');
    await hand.keys('Enter');
    await hand.sees('It is loose');
    await hand.tabBack('From, along it');
    await hand.type('0');
    await hand.tabTo('To, along it');
    await hand.type('9 cm');
    await hand.tabTo('Mark it loose');
    await hand.keys('Enter');
    await hand.sees(/separation, X brace, lower leg bass, 90 mm, moving/u);

    const said = () => page.$eval('section[aria-label=Marks]', (section) => section.innerText);
    const full = await said();
    await control('z');
    await page.waitForFunction(
      () => !document.querySelector('section[aria-label=Marks]')!.textContent.includes('separation'),
    );
    expect(await said()).not.toContain('separation');
    await control('y');
    await hand.sees('separation');
    expect(await said()).toBe(full);
    await control('s');
    await hand.sees('The map is saved');
    const marks = await marksOf(one);
    expect(marks.map(({ kind, brace, name }) => [kind, brace, name])).toEqual([
      ['crack', null, 'below the bridge'],
      ['crack', null, ''],
      ['separation', 'X brace, lower leg bass', ''],
    ]);
    expect(marks[2]!.sightings[0]).toMatchObject({ from: 0, to: 0.09 });
  });

  it('says in words what cannot be, and does not draw it', async () => {
    await hand.tabBack('X brace, lower leg treble');
    await hand.keys('Enter');
    await hand.sees('It is loose');
    await hand.tabBack('Width of the brace');
    await hand.replace('0');
    await hand.sees('it is 0.0 mm wide. Accepted: from 2 to 40 mm');
    await control('z');
    await page.waitForSelector('svg[aria-label^="The top from inside"]');
  });

  it('lets a brace be drawn elsewhere by hand, and lists what was marked before to be looked at again', async () => {
    await page.goto(`${program.address}/instruments/${one}/map`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Top');
    await hand.keys('ArrowRight');
    await hand.tabTo('upper tone bar');
    await hand.keys('Enter');
    const fieldOf = (name: string) =>
      page.evaluate(
        (label) =>
          [...document.querySelectorAll('input')].find(
            (input) => input.labels?.[0]?.textContent.trim() === label,
          )!.value,
        name,
      );
    const before = Number(await fieldOf('First end, along'));
    const handle = (await page.waitForSelector('circle[data-handle]'))!;
    const box = (await handle.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 30, { steps: 5 });
    await page.mouse.up();
    expect(Number(await fieldOf('First end, along'))).toBeGreaterThan(before + 10);
    await control('z');
    await page.waitForFunction(
      (label, value) =>
        [...document.querySelectorAll('input')].find(
          (input) => input.labels?.[0]?.textContent.trim() === label,
        )?.value === value,
      {},
      'First end, along',
      String(before),
    );
    const [{ id }] = await get<[{ id: string }]>(`instruments/${one}/marks`);
    const stored = (await marksOf(one))[0]!;
    await put(`marks/${id}`, {
      ...bare(stored),
      by: person,
      instrumentId: one,
      sightings: [{ ...stored.sightings[0], date: '2026-02-10' }],
    });
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('To look at again');
    await hand.tabTo('below the bridge: closed');
    await hand.keys('Enter');
    await control('s');
    await hand.sees('The map is saved');
    expect((await marksOf(one))[0]!.sightings.map(({ state }) => state)).toEqual(['moving', 'closed']);
  });

  it('never loses one of two people who save the same mark', async () => {
    await page.goto(`${program.address}/instruments/${one}/map`, { waitUntil: 'networkidle2' });
    const { id } = (await get<{ id: string }[]>(`instruments/${one}/marks`))[1]!;
    const stored = (await marksOf(one))[1]!;
    await put(`marks/${id}`, { ...bare(stored), by: person, instrumentId: one, name: 'by the other one' });
    await page.click('section[aria-label=Marks] li:nth-child(2) button');
    await hand.tabTo('Name of the mark');
    await hand.replace('by this one');
    await control('s');
    await hand.sees('Somebody else saved this map');
    await hand.sees('by the other one');
    await hand.tabTo('Save what is chosen');
    await hand.keys('Enter');
    await hand.sees('The map is saved');
    expect((await marksOf(one))[1]!.name).toBe('by this one');
  });

  it('brings an unsaved drawing back after the page was lost, and loses no mark when the server is killed', async () => {
    await page.goto(`${program.address}/instruments/${one}/map`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Mark a crack');
    await hand.keys('Enter', 'Enter', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'Enter');
    await hand.tabBack('Done, 2 points');
    await hand.keys('Enter');
    await hand.sees('crack, 5 mm, moving');
    await new Promise((done) => setTimeout(done, 300));
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('An unsaved drawing was brought back');
    await program.kill();
    await control('s');
    await hand.sees('does not answer');
    await program.restart();
    await control('s');
    await hand.sees('The map is saved');
    expect(await marksOf(one)).toHaveLength(4);
  });

  async function control(key: 's' | 'z' | 'y'): Promise<void> {
    await page.keyboard.down('Control');
    await page.keyboard.press(key);
    await page.keyboard.up('Control');
  }

  it('takes a crack by touch on a tablet', async () => {
    const two = randomUUID();
    await put(`instruments/${two}`, instrumentBody(person, 'Second Engineer'));
    const tablet = await openPage(browser, `${program.address}/instruments/${two}/map`);
    await tablet.setViewport({ width: 1024, height: 768, hasTouch: true, isMobile: true });
    await tablet.reload({ waitUntil: 'networkidle2' });
    const finger = new Hand(tablet);
    const tap = async (name: string) =>
      (await tablet.waitForSelector(`::-p-aria([name="${name}"][role="button"])`))!.tap();
    await tap('Keep this drawing');
    await finger.sees('Mark a crack');
    await tap('Mark a crack');
    const board = (await tablet.waitForSelector('svg[aria-label^="The top"]'))!;
    const box = (await board.boundingBox())!;
    await tablet.touchscreen.tap(box.x + box.width * 0.56, box.y + box.height * 0.7);
    await tablet.touchscreen.tap(box.x + box.width * 0.56, box.y + box.height * 0.85);
    await finger.sees('Done, 2 points');
    await tap('Done, 2 points');
    await finger.sees(/crack, \d+ mm, moving/u);
    await tap('Save the map');
    await finger.sees('The map is saved');
    const [mark] = await marksOf(two);
    const [[x1, y1], [x2, y2]] = mark!.sightings[0]!.path as [[number, number], [number, number]];
    expect(x1).toBeGreaterThan(0);
    expect(Math.abs(x1 - x2)).toBeLessThan(0.002);
    expect(y1 - y2).toBeGreaterThan(0.03);
    await tablet.close();
  });
});
