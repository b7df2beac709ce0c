import { NOTHING_SEEN } from '@upright-elder/contract/lists';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { instrumentBody, planBody } from './bodies.js';
import { openBrowser, openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { putTo, startProgram, type Program } from './program.js';

let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
const person = randomUUID();

const put = (path: string, body: unknown) => putTo(program, path, body);
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
    examinationId: string | null;
  }[];
}
const marksOf = (id: string) => get<StoredMark[]>(`instruments/${id}/marks`);
const planOf = (id: string) =>
  get<{
    plan: { outline: { length: number; widths: unknown[] }; braces: { width: number }[]; version: number };
  }>(`instruments/${id}/body-plan`);

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openContext());
  await put(`people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
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
    await hand.tabTo('Save the drawing');
    await hand.keys('Enter');
    await hand.sees('Mark');
    const { plan } = await planOf(one);
    expect(plan.outline.length).toBeCloseTo(0.508, 6);
    expect(plan.outline.widths).toHaveLength(6);
    expect(plan.braces).toHaveLength(9);
  });

  it('takes two cracks by the cross-hair and by typed positions, and a loose brace; undo brings back every state', async () => {
    await hand.tabTo('Mark');
    await hand.keys('Enter');
    await hand.keys('ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'Enter');
    await page.keyboard.down('Shift');
    await hand.keys('ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown');
    await page.keyboard.up('Shift');
    await hand.keys('Enter', 'Enter', 'Backspace');
    await hand.tabBack('Done, 2 points');
    await hand.keys('Enter');
    await hand.sees('crack, 40 mm, not tried');
    await hand.tabTo('Name of the mark');
    await hand.type('below the bridge');
    await hand.tabTo('By the ruler');
    await hand.type('55');
    await hand.sees('along the path it is 40 mm, the ruler says 55 mm');
    await hand.replace('41');

    await hand.tabBack('Mark');
    await hand.keys('Enter');
    await hand.tabBack('Across, from the centre line, treble plus');
    await hand.replace('60');
    await hand.tabTo('Along, from the tail');
    await hand.replace('420');
    await hand.keys('Enter');
    await hand.replace('470');
    await hand.keys('Enter');
    await hand.tabBack('Done, 2 points');
    await hand.keys('Enter');
    await hand.sees('crack, 50 mm, not tried');

    await hand.tabBack('Top');
    await hand.keys('ArrowRight');
    // the other face is drawn a moment later
    await page.waitForSelector('::-p-aria([name="X brace, bass leg"])');
    await hand.tabTo('X brace, bass leg');
    await hand.keys('Enter');
    await hand.sees('It is loose');
    await hand.tabBack('From, along it');
    await hand.type('0');
    await hand.tabTo('To, along it');
    await hand.type('9 cm');
    await hand.tabTo('Mark it loose');
    await hand.keys('Enter');
    await hand.sees(/loose, X brace, bass leg, 90 mm, moving/u);

    const said = () => page.$eval('section[aria-label=Marks]', (section) => section.innerText);
    const full = await said();
    await control('z');
    await page.waitForFunction(
      () => !document.querySelector('section[aria-label=Marks]')!.textContent.includes('loose, X'),
    );
    expect(await said()).not.toContain('loose, X');
    await control('y');
    await hand.sees('loose, X brace');
    expect(await said()).toBe(full);
    await control('s');
    await hand.sees('The map is saved');
    const marks = await marksOf(one);
    expect(marks.map(({ kind, brace, name }) => [kind, brace, name])).toEqual([
      ['crack', null, 'below the bridge'],
      ['crack', null, ''],
      ['separation', 'X brace, bass leg', ''],
    ]);
    expect(marks[2]!.sightings[0]).toMatchObject({ from: 0, to: 0.09 });
  });

  it('says in words what cannot be, and does not draw it', async () => {
    await hand.tabBack('X brace, treble leg');
    await hand.keys('Enter');
    await hand.sees('It is loose');
    await hand.tabBack('Width of the brace');
    await hand.replace('0');
    await hand.sees('it is 0.0 mm wide. Accepted: from 2 to 40 mm');
    await control('z');
    await page.waitForSelector('svg[aria-label^="The top from inside"]');
  });

  it('lets a brace be drawn elsewhere by hand, and lists what was marked before to be looked at again', async () => {
    // it opens on the face of what asks for the most: the loose brace, inside
    await page.goto(`${program.address}/instruments/${one}/map`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Inside');
    await hand.tabTo('upper tone bar');
    await hand.keys('Enter');
    await hand.sees('It is loose');
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
      why: 'from the old notebook',
    });
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('To look at again');
    await hand.tabTo('below the bridge: closed');
    await hand.keys('Enter');
    await control('s');
    await hand.sees('The map is saved');
    expect((await marksOf(one))[0]!.sightings.map(({ state }) => state)).toEqual(['not tried', 'closed']);
  });

  it('never loses one of two people who save the same mark', async () => {
    await page.goto(`${program.address}/instruments/${one}/map`, { waitUntil: 'networkidle2' });
    const { id } = (await get<{ id: string }[]>(`instruments/${one}/marks`))[1]!;
    const stored = (await marksOf(one))[1]!;
    await page.click('section[aria-label=Marks] li:nth-child(2) button');
    await hand.tabTo('Name of the mark');
    await hand.replace('by this one');
    await put(`marks/${id}`, { ...bare(stored), by: person, instrumentId: one, name: 'by the other one' });
    await control('s');
    await hand.sees('Somebody else saved this map');
    await hand.sees('by the other one');
    await hand.tabTo('Save my choices');
    await hand.keys('Enter');
    await hand.sees('The map is saved');
    expect((await marksOf(one))[1]!.name).toBe('by this one');
  });

  it('brings an unsaved drawing back after the page was lost, and loses no mark when the server is killed', async () => {
    await page.goto(`${program.address}/instruments/${one}/map`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Mark');
    await hand.keys('Enter', 'Enter', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'Enter');
    await hand.tabBack('Done, 2 points');
    await hand.keys('Enter');
    await hand.sees('crack, 5 mm, not tried');
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

  it('goes back beyond a save, strikes out what was marked by mistake, and brings it back', async () => {
    // Which mark is live, and so which stands first, comes from the judgement, at its own time.
    const said = async () =>
      (await page.$eval('section[aria-label=Marks]', (section) => section.innerText))
        .replaceAll('◆ ', '')
        .split('\n')
        .sort();
    const before = (await marksOf(one)).length;
    await hand.tabTo('Mark');
    await hand.keys('Enter', 'Enter', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'Enter');
    await page.keyboard.down('Control');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Control');
    await hand.sees('crack, 3 mm, not tried');
    await control('s');
    await until(async () => (await marksOf(one)).length === before + 1);
    await stored();
    const drawn = await said();
    await control('z');
    await page.waitForFunction(
      (words) => !document.body.innerText.includes(words),
      {},
      'crack, 3 mm, not tried',
    );
    await control('s');
    await until(async () => (await marksOf(one)).length === before);
    await stored();
    await control('y');
    await hand.sees('crack, 3 mm, not tried');
    expect(await said()).toEqual(drawn);
    await control('s');
    await until(async () => (await marksOf(one)).length === before + 1);
  });

  it('opens at the place of the protocol, draws a crack longer, and goes on examining where it was left', async () => {
    const three = randomUUID();
    await put(`instruments/${three}`, instrumentBody(person, 'the Stowaway'));
    await put(`instruments/${three}/body-plan`, planBody(person));
    await put(`marks/${randomUUID()}`, {
      version: 0,
      by: person,
      instrumentId: three,
      face: 'top',
      kind: 'crack',
      brace: null,
      name: 'by the tail',
      sightings: [
        {
          ...NOTHING_SEEN,
          date: '2026-02-10',
          path: [
            [0.05, 0.1],
            [0.05, 0.06],
          ],
          ruler: '40',
          state: 'moving',
        },
      ],
    });
    await page.goto(`${program.address}/instruments/${three}/examine`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('7/64');
    await page.waitForSelector('fieldset[data-point=cracks]');
    await hand.sees('1 on the map, 1 moving');
    await page.focus('fieldset[data-point=cracks] [data-step] button');
    await hand.keys('m');
    await hand.sees('Cracks, for the examination');
    await hand.tabTo('by the tail: changed');
    await hand.keys('Enter');
    await hand.sees('Draw it longer');
    await hand.tabBack('Draw it longer');
    await hand.keys('Enter');
    await page.keyboard.down('Shift');
    await hand.keys('ArrowDown');
    await page.keyboard.up('Shift');
    await hand.keys('Enter');
    await page.keyboard.down('Control');
    await page.keyboard.press('Enter');
    await page.keyboard.up('Control');
    await hand.sees('Longer by 10 mm');
    await hand.tabBack('Save and go on examining');
    await hand.keys('Enter');
    await hand.sees('An unsaved draft was brought back');
    await page.waitForFunction(
      () => document.activeElement?.closest('fieldset')?.getAttribute('data-point') === 'cracks',
    );
    await hand.sees('2.78 mm');
    const [mark] = await marksOf(three);
    expect(mark!.sightings.map(({ path }) => path.length)).toEqual([2, 3]);
    expect(mark!.sightings[1]!.examinationId).toMatch(/^[0-9a-f-]{36}$/u);

    // what an earlier day saw is corrected only with a reason, and is kept
    await page.goto(`${program.address}/instruments/${three}/map`, { waitUntil: 'networkidle2' });
    const [{ id }] = await get<[{ id: string }]>(`instruments/${three}/marks`);
    await put(`marks/${id}`, {
      ...bare(mark!),
      by: person,
      instrumentId: three,
      sightings: [mark!.sightings[0]],
      why: 'the wrong instrument',
    });
    await page.goto(`${program.address}/instruments/${three}/map?mark=${id}`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Correct that day');
    await hand.keys('Enter');
    await hand.sees('Why 10 Feb 2026 is corrected');
    await hand.tabTo('By the ruler');
    await hand.replace('41');
    await control('s');
    await hand.sees('what was seen on 2026-02-10 would be changed');
    await hand.tabTo('Why 10 Feb 2026 is corrected');
    await hand.type('the rule had a burr');
    await control('s');
    await hand.sees('the rule had a burr');
    await hand.sees('ruler 40');
  });

  it('killed with its browser or in the middle of saving, it has every mark that it acknowledged, and none by half', async () => {
    const four = randomUUID();
    await put(`instruments/${four}`, instrumentBody(person, 'Halyard'));
    await put(`instruments/${four}/body-plan`, planBody(person));
    const acknowledged: string[] = [];
    const path = [
      [0.05, 0.1],
      [0.05, 0.06],
    ];
    const saves = Array.from({ length: 160 }, async (_, n) => {
      const id = randomUUID();
      const saved = await fetch(`${program.address}/api/marks/${id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          version: 0,
          by: person,
          instrumentId: four,
          face: 'top',
          kind: 'crack',
          brace: null,
          name: `${n}`,
          sightings: [{ ...NOTHING_SEEN, date: '2026-02-10', path }],
        }),
      }).catch(() => null);
      if (saved?.status === 200) acknowledged.push(id);
      if (acknowledged.length === 50) await program.kill();
    });
    await Promise.all(saves);
    expect(acknowledged.length).toBeGreaterThanOrEqual(50);
    expect(acknowledged.length).toBeLessThan(160);
    await program.restart();
    const stored = await get<(StoredMark & { id: string })[]>(`instruments/${four}/marks`);
    const ids = new Set(stored.map(({ id }) => id));
    expect(acknowledged.filter((id) => !ids.has(id))).toEqual([]);
    expect(
      stored.filter(({ sightings }) => sightings.length !== 1 || sightings[0]!.path.length !== 2),
    ).toEqual([]);

    const five = randomUUID();
    await put(`instruments/${five}`, instrumentBody(person, 'Breakwater'));
    await put(`instruments/${five}/body-plan`, planBody(person));
    const first = await openBrowser();
    const url = `${program.address}/instruments/${five}/map`;
    const doomed = await openPage(first.browser, url);
    const quick = new Hand(doomed);
    const crack = async (length: number) => {
      await quick.tabTo('Mark');
      await quick.keys('Enter', 'Enter', ...Array.from({ length }, () => 'ArrowDown' as const), 'Enter');
      await quick.tabBack('Done, 2 points');
      await quick.keys('Enter');
      await quick.sees(`crack, ${length} mm, not tried`);
    };
    await crack(4);
    await quick.save();
    await quick.sees('The map is saved');
    await crack(7);
    await new Promise((done) => setTimeout(done, 300));
    const ended = once(first.browser.process()!, 'exit');
    first.browser.process()!.kill('SIGKILL');
    await ended;
    expect(await marksOf(five)).toHaveLength(1);
    const again = await openBrowser(first.profile);
    const later = new Hand(await openPage(again.browser, url));
    await later.sees('An unsaved drawing was brought back');
    await later.sees('crack, 7 mm, not tried');
    await later.save();
    await later.sees('The map is saved');
    expect(await marksOf(five)).toHaveLength(2);
    await again.close();
  });

  /** Until the page knows that everything on the board is stored. */
  const stored = () =>
    page.waitForFunction(() =>
      [...document.querySelectorAll('button')].some(
        (button) => button.disabled && button.innerText === 'Save the map',
      ),
    );

  async function until(holds: () => Promise<boolean>): Promise<void> {
    for (let i = 0; i < 2000; i++) {
      if (await holds()) return;
      await new Promise((done) => setTimeout(done, 100));
    }
    throw new Error(`it did not come to be; the page says:\n${await hand.text()}`);
  }

  it('is set up, and takes two cracks and a loose brace, by touch on a tablet; undo brings back every state', async () => {
    const two = randomUUID();
    await put(`instruments/${two}`, instrumentBody(person, 'Second Engineer'));
    const tablet = await openPage(browser, `${program.address}/instruments/${two}/map`);
    await tablet.setViewport({ width: 1024, height: 768, hasTouch: true, isMobile: true });
    await tablet.reload({ waitUntil: 'networkidle2' });
    const finger = new Hand(tablet);
    const tap = async (name: string, role = 'button') =>
      (await tablet.waitForSelector(`::-p-aria([name="${name}"][role="${role}"])`))!.tap();
    await tap('Save the drawing');
    await finger.sees('Mark');
    const boxOf = async (selector: string) => {
      const element = (await tablet.waitForSelector(selector))!;
      await element.evaluate((one) => one.scrollIntoView({ block: 'center' }));
      return (await element.boundingBox())!;
    };
    const crack = async (across: number, from: number, to: number) => {
      await tap('Mark');
      const box = await boxOf('svg[aria-label^="The top"]');
      await tablet.touchscreen.tap(box.x + box.width * across, box.y + box.height * from);
      await tablet.touchscreen.tap(box.x + box.width * across, box.y + box.height * to);
      await finger.sees('Done, 2 points');
      await tap('Done, 2 points');
      await finger.sees(/crack, \d+ mm, not tried/u);
    };
    const said = () => tablet.$eval('section[aria-label=Marks]', (section) => section.innerText);
    const states: string[] = [await said()];
    await crack(0.56, 0.7, 0.85);
    states.push(await said());
    await crack(0.44, 0.75, 0.9);
    states.push(await said());

    await tap('Inside', 'radio');
    const leg = await boxOf('svg[aria-label^="The top from inside"] g:has(> title)');
    // the bass X brace runs from corner to corner of its box, seen mirrored
    await tablet.touchscreen.tap(leg.x + leg.width * 0.2, leg.y + leg.height * 0.2);
    await finger.sees('It is loose');
    await tap('All of it is loose');
    await finger.sees(/loose, X brace/u);
    states.push(await said());

    for (const state of [...states].reverse().slice(1)) {
      await tap('Undo');
      await tablet.waitForFunction(
        (words) => document.querySelector<HTMLElement>('section[aria-label=Marks]')!.innerText === words,
        {},
        state,
      );
    }
    for (const state of states.slice(1)) {
      await tap('Redo');
      await tablet.waitForFunction(
        (words) => document.querySelector<HTMLElement>('section[aria-label=Marks]')!.innerText === words,
        {},
        state,
      );
    }

    // a finger draws the waist in by its handle
    await tap('Top', 'radio');
    await tap('Outline');
    const before = (await planOf(two)).plan.outline.widths.length;
    const waist = await boxOf('circle[data-handle="width 3 1"]');
    const [x, y] = [waist.x + waist.width / 2, waist.y + waist.height / 2];
    await tablet.touchscreen.touchStart(x, y);
    for (const by of [5, 10, 15]) await tablet.touchscreen.touchMove(x - by, y);
    await tablet.touchscreen.touchEnd();
    await tap('Save the map');
    await finger.sees('The map is saved');
    const marks = await marksOf(two);
    expect(marks.map(({ kind }) => kind).sort()).toEqual(['crack', 'crack', 'separation']);
    const [mark] = marks;
    const [[x1, y1], [x2, y2]] = mark!.sightings[0]!.path as [[number, number], [number, number]];
    expect(x1).toBeGreaterThan(0);
    expect(Math.abs(x1 - x2)).toBeLessThan(0.002);
    expect(y1 - y2).toBeGreaterThan(0.03);
    expect(before).toBe(0);
    const widths = (await planOf(two)).plan.outline.widths as { width: number }[];
    expect(widths).toHaveLength(6);
    expect(widths[3]!.width).toBeLessThan(0.28 - 0.015);
    await tablet.close();
  });
});
