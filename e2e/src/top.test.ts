import { NOTHING_SEEN } from '@upright-elder/contract/lists';
import { randomUUID } from 'node:crypto';
import type { Page, HTTPRequest } from 'puppeteer-core';
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

const put = (path: string, body: unknown) => putTo(program, path, body);

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openContext());
  await put(`people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${one}`, instrumentBody(person, 'Little Anchor'));
  await put(`examinations/${randomUUID()}`, examinationBody(one, person, '2026-08-20'));
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

/** What stands under a name among the key numbers. */
const figure = (page: Page, name: string) =>
  page.evaluate((wanted) => {
    const term = [...document.querySelectorAll('dl[aria-label="What it comes to"] dt')].find(
      (one) => one.textContent === wanted,
    );
    return Number.parseFloat(term!.nextElementSibling!.querySelector('span')!.textContent.replace('−', '-'));
  }, name);

describe('the virtual top', () => {
  let page: Page;
  let hand: Hand;

  it('asks for a drawing first, and then solves it beside the page, which goes on answering', async () => {
    page = await openPage(browser, `${program.address}/instruments/${one}/top`);
    hand = new Hand(page);
    await hand.sees('Its top has no drawing yet');
    await hand.tabTo('Draw its top');
    await hand.keys('Enter');
    await hand.sees('Save the drawing');
    await hand.tabTo('Save the drawing');
    await hand.keys('Enter');
    await hand.sees('Mark');
    // when it was being solved, and when the page itself had time for something else
    await page.evaluateOnNewDocument(`
      window.solving_ = [];
      window.free_ = [];
      new MutationObserver(() => {
        const solving = document.querySelector('section[aria-label=Solving]') !== null;
        if (solving !== (window.solving_.length % 2 === 1)) window.solving_.push(performance.now());
      }).observe(document, { childList: true, subtree: true });
      setInterval(() => window.free_.push(performance.now()), 10);
    `);
    await page.goto(`${program.address}/instruments/${one}/top`, { waitUntil: 'domcontentloaded' });
    await hand.sees('Bridge tilt');
    const [from, to] = (await page.evaluate('window.solving_')) as [number, number];
    expect(to - from).toBeGreaterThan(100);
    const free = ((await page.evaluate('window.free_')) as number[]).filter((at) => at > from && at < to);
    const gaps = [from, ...free].map((at, i) => (free[i] ?? to) - at);
    // solved on the page's own thread, it would have been one gap
    expect(Math.max(...gaps)).toBeLessThan((to - from) / 2);
    const turn = await figure(page, 'Bridge tilt');
    expect(turn).toBeGreaterThan(0.5);
    expect(turn).toBeLessThan(1);
  }, 60000);

  it('lets a brace go by the keyboard and glues it again: turn and hump follow', async () => {
    const [turn, hump] = [await figure(page, 'Bridge tilt'), await figure(page, 'Hump behind')];
    await hand.unfold();
    await hand.tabTo('bass lower leg of the X');
    await hand.keys('Space');
    await hand.sees(/more than found/u);
    await page.waitForFunction(
      (before) =>
        Number.parseFloat(document.querySelector('dl[aria-label="What it comes to"] dd span')!.textContent) >
        before,
      {},
      turn,
    );
    expect(await figure(page, 'Hump behind')).toBeGreaterThan(hump);
    await hand.keys('Space');
    await page.waitForFunction(() => !document.body.innerText.includes('more than found'));
    // the tops like it are still being drawn: their middle may move the last digit meanwhile
    expect(Math.abs((await figure(page, 'Bridge tilt')) - turn)).toBeLessThan(0.11);
  });

  it('follows the damp and the strings while they are set', async () => {
    const action = await figure(page, 'Action at 12, from the top');
    await hand.tabBack('Moisture of the wood, percent');
    for (let i = 0; i < 10; i++) await hand.keys('ArrowRight');
    expect(await figure(page, 'Action at 12, from the top')).toBeGreaterThan(action + 0.1);
    const turn = await figure(page, 'Bridge tilt');
    await hand.pick('String set', 'EXTRA');
    await page.waitForFunction(
      (before) =>
        Number.parseFloat(document.querySelector('dl[aria-label="What it comes to"] dd span')!.textContent) <
        before,
      {},
      turn,
    );
    await hand.sees('other than its own');

    // a known weight on the bridge tells how soft this very top is
    const before = await figure(page, 'Bridge tilt');
    await hand.tabTo('Weight');
    await hand.type('2');
    await hand.tabTo('It dips');
    await hand.type('0.2');
    await hand.sees(/times as far under a force/u);
    const times = Number(
      await page.$eval('section[aria-label="A weight on the bridge"] p .font-bold', (one) => one.textContent),
    );
    const ratio = (await figure(page, 'Bridge tilt')) / before;
    expect(Math.abs(ratio / times - 1)).toBeLessThan(0.2);
  });

  it('is only pressed by strings that end at a tailpiece', async () => {
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('Bridge tilt');
    await hand.unfold();
    const turn = await figure(page, 'Bridge tilt');
    await hand.pick('The strings end', 'at a tailpiece');
    await hand.sees('over a floating bridge');
    await page.waitForFunction(
      (before) => {
        const shown = document.querySelector('dl[aria-label="What it comes to"] dd span');
        return shown !== null && Math.abs(Number.parseFloat(shown.textContent)) < 0.5 * before;
      },
      {},
      turn,
    );
  });

  it('keeps what is tried while it is solved anew for other strings', async () => {
    const isLoose = async () => {
      // the drawer may still be on its way
      const leg = await page.waitForSelector('label ::-p-text(bass lower leg of the X)');
      return leg!.evaluate((one) => one.closest('label')?.control?.getAttribute('aria-checked'));
    };
    const before = await isLoose();
    await hand.tabTo('bass lower leg of the X');
    await hand.keys('Space');
    const tried = await isLoose();
    expect(tried).not.toBe(before);
    await hand.pick('The strings end', 'at the bridge');
    await page.waitForSelector('section[aria-label=Solving]');
    await hand.sees('Bridge tilt');
    expect(await isLoose()).toBe(tried);
  });

  it('glues what the map has loose, and says what each would give back', async () => {
    await put(`marks/${randomUUID()}`, {
      version: 0,
      by: person,
      instrumentId: one,
      face: 'top inside',
      kind: 'separation',
      brace: 'X brace, treble leg',
      name: '',
      sightings: [
        {
          ...NOTHING_SEEN,
          date: '2026-08-20',
          path: [[0.15, 0.12]],
          from: 0,
          to: 0.15,
          state: 'moving',
        },
      ],
    });
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('Bridge tilt');
    await hand.unfold();
    await hand.sees('found loose');
    await hand.sees(/Gluing only this one: 0\.\d+° of tilt/u);
    const name = await page.evaluate(() =>
      [...document.querySelectorAll('label')]
        .map(({ textContent }) => textContent.trim())
        .find((text) => text.endsWith('found loose'))!,
    );
    // in the unit of the page
    expect(name).toMatch(/^X brace, treble leg, 0 (in )?to 5 \d+\/\d+ in/u);
    await hand.tabTo(name);
    await hand.keys('Space');
    await hand.sees(/less than found/u);
    expect(await page.$$eval('section[aria-label="If glued"] li', (items) => items.length)).toBe(1);
  });

  it('can be stopped while it is solved, and begun again', async () => {
    await page.setRequestInterception(true);
    const pass = (request: HTTPRequest) => {
      // the worker's own program is held back, so that there is time to stop it
      if (!/compute\.worker/u.test(request.url())) void request.continue();
    };
    page.on('request', pass);
    await page.reload({ waitUntil: 'domcontentloaded' });
    await hand.sees('Working out how the top moves');
    await hand.tabTo('Stop');
    await hand.keys('Enter');
    await hand.sees('Stopped.');
    // what is held goes on once nothing is looked at any more
    page.off('request', pass);
    await page.setRequestInterception(false);
    await hand.tabTo('Work it out again');
    await hand.keys('Enter');
    await hand.sees('Bridge tilt');
  }, 60000);
});
