import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPage } from './browser.js';
import { drawShelf } from './drawnShelf.js';
import { INSTRUMENTS, openScenario, type Scenario } from './scenario.js';
import { isReady } from './views.js';

/** A flat top with most that is wrong, an archtop, a twelve-string, one in a job. */
const ON_A_PHONE = ['Little Anchor', 'Fog Signal', 'Breakwater', 'Night Boat'];

/** What answers the question of a page, each by its mark. */
const ANSWERS: Record<string, readonly string[]> = {
  judgement: ['wrong', 'today', 'next', 'start', 'where', 'why', 'ways'],
  seasons: ['sentence', 'curve', 'months'],
  map: ['drawing', 'marks'],
  top: ['verdict', 'drawing'],
  examine: ['save', 'agree'],
  'examine?protocol=full': ['save', 'agree'],
};
/** So many drawn ones; a top takes seconds to solve, so that it is looked at for every fifth of them. */
const DRAWN = 20;
const TOP_EVERY = 5;
/** Four screens of a phone, px. */
const FOUR_SCREENS = 3400;

let scenario: Scenario;
let page: Page;
let drawn: string[];
beforeAll(async () => {
  scenario = await openScenario();
  const people = (await (await fetch(`${scenario.program.address}/api/people`)).json()) as { id: string }[];
  drawn = await drawShelf(scenario.program, people[0]!.id, DRAWN);
  page = await openPage(scenario.browser, 'about:blank');
});
afterAll(() => scenario.close());

/** Opens a page of an instrument: by its tab where the instrument is open already, without loading the program again. */
const open = async (id: string, name: string) => {
  const tab = page.url().includes(`/instruments/${id}/`)
    ? await page.$(`nav[aria-label="Pages of the instrument"] a[href$="/${name}"]`)
    : null;
  if (tab) await tab.evaluate((one) => (one as HTMLElement).click());
  else
    await page.goto(`${scenario.program.address}/instruments/${id}/${name}`, {
      waitUntil: 'domcontentloaded',
    });
  for (const answer of ANSWERS[name] ?? []) await page.waitForSelector(`[data-answer="${answer}"]`);
  await isReady(page);
  // nothing comes any more that would move it
  let before = -1;
  for (;;) {
    const height = await page.evaluate(() => document.documentElement.scrollHeight);
    if (height === before) return;
    before = height;
    await new Promise((done) => setTimeout(done, 200));
  }
};

/** How far down each answer of the page reaches, px; of those that are there. */
const reaches = () =>
  page.evaluate(() =>
    Object.fromEntries(
      [...document.querySelectorAll<HTMLElement>('[data-answer]')].map((one) => [
        one.dataset.answer!,
        Math.round(one.getBoundingClientRect().bottom + window.scrollY),
      ]),
    ),
  );

/** What is written in a drawing of the page in letters too small to be read, in words. */
const smallLetters = () =>
  page.evaluate(() =>
    [...document.querySelectorAll<SVGTextElement>('main svg:not(.recharts-surface) text')]
      .filter((text) => text.checkVisibility())
      .map((text) => ({
        words: text.textContent,
        px: parseFloat(getComputedStyle(text).fontSize) * (text.getScreenCTM()?.a ?? 1),
      }))
      .filter(({ px }) => px < 10.9)
      .map(({ words, px }) => `${words}: ${px.toFixed(1)} px`),
  );

/** Answers of an instrument’s pages that lie under the fold, in words. */
async function underTheFold(id: string, names: readonly string[]): Promise<string[]> {
  await page.setViewport({ width: 1280, height: 800 });
  const low: string[] = [];
  for (const name of names) {
    await open(id, name);
    for (const [answer, bottom] of Object.entries(await reaches()))
      if (bottom > 800) low.push(`${name}, ${answer}: ${bottom}`);
  }
  return low;
}

describe.each(INSTRUMENTS)('%s', (nickname) => {
  it('answers on one screen', async () => {
    expect(await underTheFold(scenario.idOf(nickname), Object.keys(ANSWERS))).toEqual([]);
  });

  it.runIf(ON_A_PHONE.includes(nickname))('is at most four screens long on a phone', async () => {
    await page.setViewport({ width: 390, height: 844 });
    const long: string[] = [];
    for (const name of ['stance', ...Object.keys(ANSWERS), 'examine?protocol=quick']) {
      await open(scenario.idOf(nickname), name);
      const height = await page.evaluate(() => document.documentElement.scrollHeight);
      if (height > FOUR_SCREENS) long.push(`${name}: ${height}`);
      // what is written in a drawing is read at arm’s length
      // (a drawing takes its letters from the room it is given, once it is there)
      let small = await smallLetters();
      for (let i = 0; i < 20 && small.length > 0; i++) {
        await new Promise((done) => setTimeout(done, 100));
        small = await smallLetters();
      }
      long.push(...small.map((words) => `${name}, ${words}`));
    }
    expect(long).toEqual([]);
  });
});

describe('instruments that chance drew', () => {
  it('answer on one screen too, with two findings and with a dozen', async () => {
    const findings: number[] = [];
    const low: string[] = [];
    for (const [n, id] of drawn.entries()) {
      const judgement = (await (
        await fetch(`${scenario.program.address}/api/instruments/${id}/judgement?unit=64ths`)
      ).json()) as { findings: unknown[] };
      findings.push(judgement.findings.length);
      const names = Object.keys(ANSWERS).filter(
        // what is examined hangs on no finding
        (name) => !name.startsWith('examine') && (name !== 'top' || n % TOP_EVERY === 0),
      );
      low.push(...(await underTheFold(id, names)).map((words) => `${n + 1} (${findings[n]}): ${words}`));
    }
    expect(low).toEqual([]);
    expect(Math.min(...findings)).toBeLessThanOrEqual(2);
    expect(Math.max(...findings)).toBeGreaterThanOrEqual(13);
  });
});

describe('the shelf', () => {
  it('says each instrument in a line of at most 14 words, and draws where it hurts', async () => {
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(scenario.program.address, { waitUntil: 'networkidle2' });
    const { cards } = (await (await fetch(`${scenario.program.address}/api/shelf`)).json()) as {
      cards: { nickname: string; sentence: string; weight: string; place: string | null }[];
    };
    const lines = cards.map(({ sentence }) => sentence);
    expect(lines.filter((line) => line.split(' ').length > 14)).toEqual([]);
    const hurts = await page.evaluate(
      () => document.querySelectorAll('main li svg [data-part="hurts"]').length,
    );
    const should = cards.filter(
      ({ place, weight }) => place !== null && ['live', 'act', 'watch'].includes(weight),
    );
    expect(hurts).toBe(should.length);
    expect(hurts).toBeGreaterThanOrEqual(8);
  });
});

/** From the open instrument: at most two keys, and the answer is in sight without a scroll. */
describe('five questions', () => {
  const ask = async (nickname: string, keys: string, answer: string, words: RegExp) => {
    expect(keys.length).toBeLessThanOrEqual(2);
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto('about:blank');
    await open(scenario.idOf(nickname), 'stance');
    for (const key of keys) await page.keyboard.press(key as '6');
    const said = await page.waitForFunction(
      (name: string, source: string) => {
        const part = document.querySelector<HTMLElement>(`[data-answer="${name}"]`);
        return part && new RegExp(source, 'iu').test(part.innerText) ? part.innerText : null;
      },
      { polling: 100 },
      answer,
      words.source,
    );
    const seen = await page.evaluate((name) => {
      const { top, bottom } = document.querySelector(`[data-answer="${name}"]`)!.getBoundingClientRect();
      return { top, bottom, scrolled: window.scrollY };
    }, answer);
    expect(seen.scrolled).toBe(0);
    expect(seen.top).toBeGreaterThanOrEqual(0);
    expect(seen.bottom).toBeLessThanOrEqual(800);
    return said.jsonValue();
  };

  it('what is wrong with it', () => ask('Little Anchor', '6', 'wrong', /legs of the X brace are loose/u));
  it('what do I do today', () => ask('Little Anchor', '6', 'today', /slacken it today/u));
  it('when does it buzz', () => ask('the Purser', '5', 'months', /Feb[\s\S]*buzz/u));
  it('what would a reset cost, where it is due', () =>
    ask('Night Boat', '6', 'ways', /neck reset[\s\S]*£\s?\d/u));
  it('what would a reset cost, where it is not', () =>
    ask('the Purser', '6', 'ways', /A neck reset, if it were due: £\s?\d/u));
  it('which brace first', () => ask('Little Anchor', '4', 'glued', /X brace, (bass|treble) leg/u));
});
