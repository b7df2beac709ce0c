import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { examinationBody, instrumentBody } from './bodies.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { putTo, startProgram, type Program } from './program.js';

let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
const person = randomUUID();
const one = randomUUID();
const room = randomUUID();

const put = (path: string, body: unknown) => putTo(program, path, body);
/** A breathing instrument: high in the damp August, low in the dry February. */
const VISITS: [date: string, action: string][] = [
  ['2024-02-12', '6/64'],
  ['2024-08-15', '9/64'],
  ['2025-02-10', '6/64'],
  ['2025-08-20', '9/64'],
  ['2026-02-16', '6/64'],
  ['2026-08-24', '9/64'],
];

function body(date: string, action: string) {
  const examination = examinationBody(one, person, date);
  const readings = examination.readings.map((reading) =>
    reading.quantity === 'action12' ? { ...reading, text: action } : reading,
  );
  // the log alone tells its air
  return { ...examination, conditions: { ...examination.conditions, humidity: null }, readings };
}

/** Two and a half years of air with a damp summer, a reading every day. */
function air() {
  const first = Date.UTC(2024, 0, 1);
  const last = Date.UTC(2026, 8, 2);
  const readings: { at: string; humidity: string; temperature: string }[] = [];
  for (let time = first; time <= last; time += 86400000) {
    const season = Math.cos((2 * Math.PI * (time / 86400000 - 227)) / 365.2425);
    const weather = 4 * Math.sin(time / 86400000 / 3.1);
    readings.push({
      at: new Date(time + 36e6).toISOString(),
      humidity: (48 + 15 * season + weather).toFixed(1),
      temperature: '20',
    });
  }
  return readings;
}

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openContext());
  await put(`people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${room}`, { version: 0, name: 'Loft', notes: '', logger: '', kind: 'store' });
  await fetch(`${program.address}/api/rooms/${room}/air`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ unit: '°C', readings: air() }),
  });
  await put(`instruments/${one}`, { ...instrumentBody(person, 'the Purser'), homeRoomId: room });
  for (const [date, action] of VISITS) await put(`examinations/${randomUUID()}`, body(date, action));
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

/** Waits until everything is worked out, and what is shown is kept. */
async function untilWorkedOut(): Promise<void> {
  for (let i = 0; i < 2000; i++) {
    const { done, total } = (await (await fetch(`${program.address}/api/forecasts`)).json()) as {
      done: number;
      total: number;
    };
    if (done === total) return;
    await new Promise((later) => setTimeout(later, 100));
  }
  throw new Error('it is never worked out');
}

/** Highest and lowest of the coming year as the page says them, in 64ths. */
async function extremes(page: Page): Promise<{ highest: number; lowest: number }> {
  await new Hand(page).unfold();
  const text = await page.evaluate(() => document.body.innerText);
  const found =
    /Bass (?:and treble )?action peaks? about [^,]*, ([\d½]+)\/64[^;]*; lowest about [^,]*, ([\d½]+)\/64/u.exec(
      text,
    );
  const number = (words: string) => Number(words.replace('½', '.5'));
  return { highest: number(found![1]!), lowest: number(found![2]!) };
}

describe('seasons', () => {
  let page: Page;
  let hand: Hand;

  it('says the most urgent three first, the verdict among them: season, no reset', async () => {
    page = await openPage(browser, `${program.address}/instruments/${one}/seasons`);
    hand = new Hand(page);
    await hand.sees(/Bass (?:and treble )?action (?:is|are) high today, 9\/64/u);
    await hand.sees('that is season');
    await hand.sees(/\d+ more findings/u);
    const { highest, lowest } = await extremes(page);
    expect(highest).toBeGreaterThanOrEqual(8);
    expect(lowest).toBeLessThanOrEqual(7);
  });

  it('follows the humidity while it is moved by keys, and says the new extremes', async () => {
    const before = await extremes(page);
    await hand.tabTo('As it was');
    await hand.keys('ArrowRight');
    await hand.sees('The coming year, if it is kept so');
    await hand.tabTo('Driest humidity of the room');
    await hand.keys(...Array.from({ length: 6 }, () => 'ArrowRight' as const));
    await hand.sees(/between 46 and 55 % RH/u);
    await new Promise((done) => setTimeout(done, 600));
    const held = await extremes(page);
    expect(held.lowest).toBeGreaterThan(before.lowest);
    expect(held.highest - held.lowest).toBeLessThan(before.highest - before.lowest);
  });

  it('is dragged by a finger as well, and the page follows it all the way', async () => {
    const thumb = (await page.$('[aria-label="Dampest humidity of the room"]'))!;
    const box = (await thumb.boundingBox())!;
    const y = box.y + box.height / 2;
    await page.mouse.move(box.x + box.width / 2, y);
    await page.mouse.down();
    const said = new Set<string | undefined>();
    for (let i = 1; i <= 20; i++) {
      await page.mouse.move(box.x + box.width / 2 + 8 * i, y);
      said.add(await page.evaluate(() => /between 46 and \d+ % RH/u.exec(document.body.innerText)?.[0]));
    }
    await page.mouse.up();
    await hand.sees(/between 46 and (?:6\d|7\d) % RH/u);
    // it was said anew on the way, while the year was worked out beside the page
    expect(said.size).toBeGreaterThan(5);
  });

  it('shows the other series, their readings down to formula and source, and the numbers', async () => {
    await hand.pick('What is shown', 'Straightedge at the bridge, bass');
    await page.waitForSelector('[role=figure][aria-label^="Straightedge at the bridge, bass"]');
    expect(page.url()).toContain('of=straightedge.bass');
    await hand.pick('What is shown', 'Action at fret 12, bass');
    // its own readings, not those of the series before
    await page.waitForSelector('[role=figure][aria-label^="Action at fret 12, bass"]');
    await hand.sees('Based on these readings');
    await hand.unfold();
    await page.evaluate(() =>
      [...document.querySelectorAll('button')]
        .find((button) => button.textContent.includes('24 Aug 2026'))!
        .click(),
    );
    await hand.sees('Hailwood and Horrobin');
    await hand.sees('y = level + β');
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-fold]')]
        .find((one) => one.textContent === 'Table' && one.ariaExpanded === 'false')
        ?.click(),
    );
    await hand.sees('Nineteen in twenty');
    await page.close();
  });

  it('counts season from where it will be kept: changed beside the sentences, and everything follows', async () => {
    page = await openPage(browser, `${program.address}/instruments/${one}/seasons`);
    hand = new Hand(page);
    await hand.sees('assumed; set where it will live');
    await hand.tabTo('Change');
    await hand.keys('Enter');
    await hand.tabTo('From');
    await hand.type('70');
    await hand.keys('Tab');
    await hand.line('60');
    await hand.sees('the drier end comes first');
    await hand.replace('74');
    await hand.keys('Enter');
    await hand.sees('Where it will live is saved.');
    await hand.sees('the middle of its owner’s band');
    // kept as damp as that, the height stays
    await hand.sees(/action (?:is|are) high, about [\d½]+\/64/u);
    await page.goto(`${program.address}/instruments/${one}/work`, { waitUntil: 'networkidle2' });
    await page.waitForFunction(() => !document.body.innerText.includes('What is off is season'));
    await page.goto(`${program.address}/instruments/${one}/seasons`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Change');
    await hand.keys('Enter');
    await hand.pick('In a room that is followed', 1);
    await hand.tabTo('Save');
    await hand.keys('Enter');
    await hand.sees('the mean of the room it will live in');
    await page.close();
  });

  it('says the years ahead, each opened to its readings', async () => {
    page = await openPage(browser, `${program.address}/instruments/${one}/seasons`);
    hand = new Hand(page);
    await hand.sees('Years ahead, at today’s creep');
    await hand.unfold();
    // only of a side whose creep is known
    const side = await page.evaluate(() => {
      const [line] = document.querySelectorAll('section[aria-label="Years ahead"] li');
      line!.querySelector<HTMLButtonElement>('button:not([data-fold])')!.click();
      return /treble/iu.test(line!.textContent) ? 'treble' : 'bass';
    });
    await page.waitForSelector(`[role=figure][aria-label^="Action at fret 12, ${side}"]`);
    // the latest of them stands open, with where it comes from
    await hand.sees('Hailwood and Horrobin');
    expect(page.url()).toContain(`of=action12.${side}&reading=last`);
    await page.goBack();
    await page.waitForSelector('[role=figure][aria-label^="Action at fret 12, bass"]');
    await page.close();
  });

  it('keeps what it promised, and the next examination is held against it', async () => {
    const promised = (await (await fetch(`${program.address}/api/instruments/${one}/forecast`)).json()) as {
      sides: { key: string; points: { date: string; median: number; band95: [number, number] }[] }[];
    };
    const bass = promised.sides.find(({ key }) => key === 'action12.bass')!;
    // what is shown is kept by the program itself, as soon as it is worked out
    await untilWorkedOut();
    // the same day, after the page was shown: measured anew
    await put(`examinations/${randomUUID()}`, body('2026-09-02', '9/64'));
    page = await openPage(browser, `${program.address}/instruments/${one}/seasons`);
    hand = new Hand(page);
    await hand.sees('Forecast against measured');
    await hand.unfold();
    await hand.sees('shown on 2 Sep 2026');
    const card = (await (await fetch(`${program.address}/api/instruments/${one}/scorecard`)).json()) as {
      checks: {
        date: string;
        key: string;
        shownOn: string | null;
        median: number;
        read: number;
        in95: boolean;
      }[];
      instrument: { count: number };
    };
    const kept = card.checks.find(({ date, key }) => date === '2026-09-02' && key === 'action12.bass')!;
    expect(kept.shownOn).toBe('2026-09-02');
    expect(Math.abs(kept.median - bass.points[0]!.median)).toBeLessThan(0.2e-3);
    expect(kept.read).toBeCloseTo((9 / 64) * 0.0254, 6);
    expect(kept.in95).toBe(true);
    // two sides, six visits with one before each
    expect(card.instrument.count).toBe(12);
    await page.close();
  });
});

describe('the air', () => {
  it('lays two rooms side by side, and says what lies in each and what its wood did', async () => {
    const kitchen = randomUUID();
    await put(`rooms/${kitchen}`, { version: 0, name: 'Kitchen', notes: '', logger: '', kind: 'home' });
    await fetch(`${program.address}/api/rooms/${kitchen}/air`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ unit: '°C', readings: air().slice(0, 400) }),
    });
    const page = await openPage(browser, `${program.address}/air?room=${room}`);
    const hand = new Hand(page);
    await hand.sees('What is in this room');
    await page.waitForFunction(() =>
      document
        .querySelector('section[aria-label="What is in this room"]')
        ?.textContent.includes('the Purser'),
    );
    await page.waitForSelector('[role=img][aria-label^="Moisture of the wood over"]');
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLButtonElement>('[aria-label="Compare with"] button')]
        .find((one) => one.textContent === 'Kitchen')!
        .click(),
    );
    await page.waitForSelector('[role=img][aria-label="Humidity of Loft, Kitchen, week by week"]');
    expect(page.url()).toContain(`beside=${kitchen}`);
    // a log that ended long ago says nothing of today
    await page.goto(`${program.address}/air?room=${kitchen}`, { waitUntil: 'networkidle2' });
    await hand.sees('The log ends there');
    expect(await page.evaluate(() => document.body.innerText)).not.toMatch(/tolerable|Fine, within/u);
    await page.close();
  });

  it('says what each kind of wood in the room is doing, and takes a hygrometer’s salts', async () => {
    const page = await openPage(browser, `${program.address}/air?room=${room}`);
    const hand = new Hand(page);
    await hand.sees('What the wood in it is doing');
    await hand.sees('A bare 3 mm top');
    await hand.sees(/half way in [3-9] days/u);
    await hand.tabTo('The room and its hygrometer');
    await hand.keys('Enter');
    await hand.tabTo('Over magnesium chloride (true 33.1 %)');
    await hand.type('60');
    await hand.sees('more than 15 out');
    await hand.replace('38');
    await hand.tabTo('Over table salt (true 75.5 %)');
    await hand.line('78');
    await hand.sees('The room is saved');
    await hand.sees(/50 means 46/u);
    await page.close();
  });
});
