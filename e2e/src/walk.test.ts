import { readFileSync } from 'node:fs';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { openScenario, type Scenario } from './scenario.js';
import { isReady } from './views.js';

/** README's *Ten minutes with the demo*, stop by stop: by the links that a person would take. */
const STOPS = [
  ...readFileSync(new URL('../../README.md', import.meta.url), 'utf8').matchAll(
    /^\d+\. \*\*(?:(?<nickname>[^*]+?) → )?(?<place>[^*]+)\*\*: .*“(?<seen>[^”]+)”$/gmu,
  ),
].map(({ groups }) => groups as { nickname?: string; place: string; seen: string });

let scenario: Scenario;
let page: Page;
beforeAll(async () => {
  scenario = await openScenario();
  page = await openPage(scenario.browser, scenario.program.address);
});
afterAll(() => scenario.close());

/** Goes where a link of the page leads. */
async function follow(selector: string): Promise<void> {
  const link = await page.waitForSelector(selector);
  await page.goto(await link!.evaluate((one) => (one as HTMLAnchorElement).href), {
    waitUntil: 'networkidle2',
  });
  await isReady(page);
}
const named = (name: string) => `::-p-aria([name="${name}"][role="link"])`;

/** Touches what leads there, with a finger. */
async function tap(selector: string): Promise<void> {
  const link = await page.waitForSelector(selector);
  await link!.scrollIntoView();
  await Promise.all([
    page.waitForNavigation({ waitUntil: 'networkidle2' }).catch(() => undefined),
    link!.tap(),
  ]);
  await isReady(page);
}

describe('its stops at the bench, by touch on a tablet', () => {
  beforeAll(() => page.setViewport({ width: 1024, height: 768, hasTouch: true }));
  afterAll(() => page.setViewport({ width: 1280, height: 800 }));

  it.each(STOPS.filter(({ place }) => ['Take in', 'Work', 'Bench'].includes(place)))(
    '$nickname $place: “$seen”',
    async ({ nickname, place, seen }) => {
      await tap(named('Shelf'));
      if (nickname) await tap(`a[href*="${scenario.idOf(nickname)}"]`);
      await tap(named(place));
      await new Hand(page).sees(seen);
    },
  );
});

describe('ten minutes with the demo', () => {
  it('has its stops', () => {
    expect(STOPS.length).toBeGreaterThanOrEqual(9);
  });

  it.each(STOPS)('$nickname $place: “$seen”', async ({ nickname, place, seen }) => {
    if (nickname) {
      await follow(named('Shelf'));
      await follow(`a[href*="${scenario.idOf(nickname)}"]`);
    }
    await follow(named(place));
    await new Hand(page).sees(seen);
    // no stop without a next step: something of its own to press or to follow
    expect(
      await page.$$eval('main :is(a[href], button:not([disabled]))', (all) => all.length),
    ).toBeGreaterThan(2);
  });
});
