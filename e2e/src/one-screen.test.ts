import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPage } from './browser.js';
import { openScenario, type Scenario } from './scenario.js';
import { isReady } from './views.js';

/** The answer of a page stands on one screen, whatever the instrument. */
const INSTRUMENTS = [
  'Breakwater',
  'Fog Signal',
  'Halyard',
  'Little Anchor',
  'Night Boat',
  'Second Engineer',
  'the Purser',
  'the Stowaway',
];

/** What answers the question of a page, each by its mark. */
const ANSWERS: Record<string, readonly string[]> = {
  judgement: ['wrong', 'today', 'next', 'start', 'where', 'why', 'ways'],
  seasons: ['sentence', 'curve', 'months'],
};

let scenario: Scenario;
let page: Page;
beforeAll(async () => {
  scenario = await openScenario();
  page = await openPage(scenario.browser, 'about:blank');
});
afterAll(() => scenario.close());

const open = async (nickname: string, name: string) => {
  await page.goto(`${scenario.program.address}/instruments/${scenario.idOf(nickname)}/${name}`, {
    waitUntil: 'networkidle2',
  });
  await isReady(page);
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

describe.each(INSTRUMENTS)('%s', (nickname) => {
  it.each(Object.keys(ANSWERS))('answers on one screen: %s', async (name) => {
    await page.setViewport({ width: 1280, height: 800 });
    await open(nickname, name);
    for (const answer of ANSWERS[name]!) await page.waitForSelector(`[data-answer="${answer}"]`);
    const found = await reaches();
    expect(Object.entries(found).filter(([, bottom]) => bottom > 800)).toEqual([]);
  });

  it('is at most four screens long on a phone', async () => {
    await page.setViewport({ width: 390, height: 844 });
    const long: string[] = [];
    for (const name of Object.keys(ANSWERS)) {
      await open(nickname, name);
      const height = await page.evaluate(() => document.documentElement.scrollHeight);
      if (height > 3400) long.push(`${name}: ${height}`);
    }
    expect(long).toEqual([]);
  });
});
