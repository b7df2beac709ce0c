import type { CalendarPage } from '@upright-elder/contract';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { openScenario, type Scenario } from './scenario.js';

let scenario: Scenario;
let page: Page;
let hand: Hand;
const calendar = async () =>
  (await (await fetch(`${scenario.program.address}/api/calendar`)).json()) as CalendarPage;

beforeAll(async () => {
  scenario = await openScenario();
  page = await openPage(scenario.browser, `${scenario.program.address}/calendar`);
  hand = new Hand(page);
});
afterAll(() => scenario.close());

/** Free hands of the week that begin latest: there is room to move them. */
async function aStep() {
  const { planned, now } = await calendar();
  const shown = planned.shown.steps.filter(
    ({ start, end, because }) => end > start && start < now + 3 * 86_400_000 && because.kind !== 'fixed',
  );
  return shown.toSorted((a, b) => b.start - a.start)[0]!;
}
const bar = (step: string) => `[id="bar ${step}"]`;
const says = (words: string) => hand.sees(words);

describe('the calendar by hand', () => {
  beforeEach(async () => {
    await page.goto(`${scenario.program.address}/calendar`, { waitUntil: 'networkidle2' });
    await says('When it is done');
  });

  it('is gone by from a touch on, and says so no more', async () => {
    await hand.tabTo('Go by this plan');
    await hand.keys('Enter');
    await page.waitForFunction(() => !document.body.innerText.includes('This plan is a proposal'));
    expect((await calendar()).stands).toMatchObject({ version: 1 });
  });

  it('moves a step by the keyboard: picked up, carried a quarter of an hour on, put there', async () => {
    const step = await aStep();
    await page.waitForSelector(bar(step.step));
    await hand.tabTo(/^[^:]+: .*, (Mon|Tue|Wed|Thu|Fri|Sat|Sun) /u);
    const first = await hand.focused();
    await hand.keys('ArrowDown');
    expect(await hand.focused()).not.toBe(first);
    await page.focus(bar(step.step));
    await hand.keys('Enter');
    await says('Picked up:');
    await hand.keys('ArrowRight', 'ArrowRight', 'Escape');
    await page.waitForFunction(() => !document.body.innerText.includes('Picked up:'));
    expect((await calendar()).pins).toEqual([]);
    await page.focus(bar(step.step));
    await hand.keys('Enter', 'ArrowRight', 'ArrowRight', 'Enter');
    await says('begins');
    const { pins, planned } = await calendar();
    expect(pins).toMatchObject([{ id: step.step, person: step.by[0] }]);
    expect(pins[0]!.start).toBeGreaterThan(step.start);
    expect(planned.shown.steps.find((one) => one.step === step.step)!.start).toBe(pins[0]!.start);
  });

  it('is let go, given to one person, and put somewhere with a reason, in words', async () => {
    const { pins } = await calendar();
    const { id } = pins[0]!;
    await page.waitForSelector(bar(id));
    await page.click(bar(id));
    await says('Put at');
    await hand.tabTo('Let it go');
    await hand.keys('Enter');
    await page.waitForFunction(() => !document.body.innerText.includes('Let it go'));
    expect((await calendar()).pins).toEqual([]);
    await hand.tabTo('Why');
    await hand.type('the owner comes to listen');
    await hand.tabTo(/^Only by/u);
    await hand.keys('Enter');
    await says('the owner comes to listen');
    expect((await calendar()).pins).toMatchObject([{ id, start: null, why: 'the owner comes to listen' }]);
  });

  it('moves a step by dragging it', async () => {
    const step = await aStep();
    const handle = (await page.waitForSelector(bar(step.step)))!;
    const box = (await handle.boundingBox())!;
    const [x, y] = [box.x + Math.min(8, box.width / 2), box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 30, y, { steps: 5 });
    await page.mouse.move(x + 70, y, { steps: 5 });
    await page.mouse.up();
    await says('begins');
    const pin = (await calendar()).pins.find(({ id }) => id === step.step)!;
    expect(pin.start).toBeGreaterThan(step.start);
  });

  it('says why an end is when it is, and what a promise would cost', async () => {
    await page.evaluate(() =>
      document
        .querySelectorAll<HTMLElement>('[data-fold][aria-expanded=false]')
        .forEach((one) => one.click()),
    );
    await says('What if I promise it for');
    expect(await page.$$eval('[aria-label="When it is done"] ol li', (all) => all.length)).toBeGreaterThan(4);
    await hand.tabTo('What if I promise it for');
    await hand.line('1 Oct 2030');
    await says('It costs the others nothing.');
  });

  it('shows today, eight weeks, and rows by person', async () => {
    await hand.tabTo('Week');
    for (const name of ['Eight weeks', 'Today', 'By person']) {
      await page.click(`::-p-aria([name="${name}"][role="radio"])`);
      await page.waitForFunction(
        (words) =>
          document.querySelector('[role=radio][data-state=checked]') !== null &&
          [...document.querySelectorAll('[role=radio][data-state=checked]')].some(
            (one) => one.textContent === words,
          ),
        {},
        name,
      );
    }
    await says('next:');
  });

  it('fits a tablet under the finger, and a phone with today alone', async () => {
    await page.setViewport({ width: 1024, height: 768, hasTouch: true });
    await page.reload({ waitUntil: 'networkidle2' });
    const step = await aStep();
    const handle = (await page.waitForSelector(bar(step.step)))!;
    await handle.scrollIntoView();
    await handle.tap();
    await says('Put it there');
    // every step by a target as large as a finger: the row’s name, then the step after
    const { planned, jobs } = await calendar();
    const one = jobs.find(({ id }) => id === step.job)!;
    const own = planned.shown.steps.filter(({ job }) => job === one.id).sort((a, b) => a.start - b.start);
    await page.tap(`::-p-xpath(//button[span[text()="${one.nickname}"]])`);
    for (const { step: id } of own.slice(0, 3)) {
      await says(`${one.nickname}: ${one.steps[id]!}`);
      const after = await page.waitForSelector('::-p-aria([name="The step after"][role="button"])');
      if (await after!.evaluate((button) => !(button as HTMLButtonElement).disabled)) await after!.tap();
    }
    await page.setViewport({ width: 390, height: 844, hasTouch: true });
    await page.reload({ waitUntil: 'networkidle2' });
    await says('When it is done');
    expect(await page.$('[aria-label="Steps"]')).toBeNull();
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    await page.setViewport({ width: 1280, height: 800 });
  });
});

describe('a season’s plan', () => {
  it('chooses for the hours given, says how sure that is, and what waits; and goes on a round', async () => {
    await page.goto(`${scenario.program.address}/season`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Hours');
    await hand.replace('12');
    await hand.tabTo('Plan the season');
    await hand.keys('Enter');
    await says('Second Engineer');
    await says('of 12 hours');
    await says('sure');
    await page.click('::-p-aria([name="Rounds"][role="radio"])');
    await says('Look:');
    await page.click('::-p-aria([name="Calendar"][role="radio"])');
    await says('In the calendar:');
    const address = await page.$eval(
      '::-p-aria([name="As a paper"][role="link"])',
      (link) => (link as HTMLAnchorElement).href,
    );
    const paper = await fetch(address);
    expect(paper.headers.get('content-type')).toBe('application/pdf');
    expect(
      Buffer.from(await paper.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });
});
