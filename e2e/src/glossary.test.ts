import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { openScenario, type Scenario } from './scenario.js';
import { isReady } from './views.js';

/** Five pages on which most words of the trade stand. */
const PAGES: [string, string][] = [
  ['Little Anchor', 'top'],
  ['Night Boat', 'judgement'],
  ['Night Boat', 'work'],
  ['the Purser', 'examine?protocol=full'],
  ['the Stowaway', 'seasons'],
];

let scenario: Scenario;
let page: Page;
let hand: Hand;
beforeAll(async () => {
  scenario = await openScenario();
  page = await openPage(scenario.browser, 'about:blank');
  hand = new Hand(page);
});
afterAll(() => scenario.close());

const open = async (nickname: string, name: string) => {
  await page.setViewport({ width: 1280, height: 800 });
  await page.goto(`${scenario.program.address}/instruments/${scenario.idOf(nickname)}/${name}`, {
    waitUntil: 'networkidle2',
  });
  await isReady(page);
  await page.waitForSelector('[data-words] [data-fold]');
};

/** In the page: every word of the glossary that is underlined, by what is written there. */
const underlined = () =>
  [...(CSS.highlights.get('glossary-word') ?? [])].filter(
    (range) => range instanceof Range && range.getClientRects().length > 0,
  ) as Range[];

describe('a word of the trade', () => {
  it.each(PAGES)('opens where it stands: %s, %s', async (nickname, name) => {
    await open(nickname, name);
    await hand.unfold();
    // what was folded is read too, and what is worked out first
    await page.waitForFunction(() => document.querySelectorAll('[data-words] dt').length >= 8);
    await new Promise((done) => setTimeout(done, 700));
    const wrong = await page.evaluate(async (find: string) => {
      const found: string[] = [];
      const ranges = (eval(`(${find})`) as () => Range[])();
      if (ranges.length < 4) found.push(`only ${ranges.length} are underlined`);
      for (const range of ranges) {
        const element = range.startContainer.parentElement!;
        element.scrollIntoView({ block: 'center' });
        const { left, top, width, height } = range.getClientRects()[0]!;
        const [x, y] = [left + width / 2, top + height / 2];
        const target = document.elementFromPoint(x, y);
        if (!target) continue;
        target.dispatchEvent(
          new MouseEvent('click', { bubbles: true, cancelable: true, clientX: x, clientY: y }),
        );
        await new Promise((done) => setTimeout(done, 16));
        const opened = document.querySelector('[role=dialog] dd');
        if (!opened || !/^[A-Z].*\.$/su.test(opened.textContent)) found.push(range.toString());
        document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
        await new Promise((done) => setTimeout(done, 16));
      }
      return found;
    }, underlined.toString());
    expect(wrong).toEqual([]);
  });

  it('stands with its sentence at the foot, for whoever has no pointer, and on paper', async () => {
    await open('Night Boat', 'judgement');
    const sentences = () =>
      page.$$eval('[data-words] dd', (all) => all.filter((one) => one.checkVisibility()).length);
    expect(await sentences()).toBe(0);
    await page.emulateMediaType('print');
    expect(await sentences()).toBeGreaterThanOrEqual(8);
    await page.emulateMediaType('screen');
    await page.focus('[data-words] [data-fold]');
    await hand.keys('Enter');
    expect(await sentences()).toBeGreaterThanOrEqual(8);
    await hand.sees('Taking the neck off and refitting it at another angle.');
  });
});

describe('quick find', () => {
  it('finds settings, words, readings and keys too, and says so where there is nothing', async () => {
    await open('Night Boat', 'stance');
    await hand.keys('/');
    await page.waitForSelector('[cmdk-input]');
    for (const [typed, words] of [
      ['relief', /Relief, as it was measured here[\s\S]*slight forward bow[\s\S]*How it is measured/u],
      ['EMC', /moisture wood settles at/u],
      ['backup', /Settings[\s\S]*Backups/u],
      ['undo', /Keys[\s\S]*undo and redo/u],
      ['hourly', /Hourly rate/u],
      ['zzyzx', /Nothing found/u],
    ] as const) {
      await hand.replace(typed);
      await hand.sees(words);
    }
  });
});
