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
const owner = randomUUID();
const apprentice = randomUUID();
const put = (path: string, body: unknown) => putTo(program, path, body);

const found = (point: string, verdict: string, ...states: string[]) => ({
  point,
  states,
  verdict,
  words: '',
});

async function examined(name: string, findings: unknown[]): Promise<string> {
  const id = randomUUID();
  await put(`instruments/${id}`, instrumentBody(owner, name));
  await put(`examinations/${randomUUID()}`, { ...examinationBody(id, owner, '2026-02-10'), findings });
  return id;
}

/** A page with somebody at the bench. */
async function open(path: string, who = owner): Promise<[Page, Hand]> {
  const page = await openPage(browser, `${program.address}/`);
  await page.evaluate((id) => localStorage.setItem('upright-elder.person', id), who);
  await page.goto(program.address + path, { waitUntil: 'domcontentloaded' });
  return [page, new Hand(page)];
}

/** Presses the button with these words, in the column or section that is named. */
async function press(page: Page, words: string, within = 'body'): Promise<void> {
  const done = await page.evaluate(
    (text, inside) => {
      const buttons = [...document.querySelectorAll<HTMLButtonElement>(`${inside} button`)];
      const button = buttons.find(
        (one) => (one.textContent ?? '').replace(/^[✓+\d]+\s*/u, '').trim() === text,
      );
      button?.click();
      return button !== undefined;
    },
    words,
    within,
  );
  if (!done) throw new Error(`there is no button “${words}” in ${within}`);
}

/** Presses a button of a plan's column, by the plan's name. */
async function pressOf(page: Page, plan: string, words: string): Promise<void> {
  const done = await page.evaluate(
    (name, text) => {
      const head = [...document.querySelectorAll('#plans thead th')].find((one) =>
        one.querySelector('span')?.textContent?.includes(name),
      );
      const button = [...(head?.querySelectorAll('button') ?? [])].find((one) => one.textContent === text);
      button?.click();
      return button !== undefined;
    },
    plan,
    words,
  );
  if (!done) throw new Error(`the plan “${plan}” has no “${words}”`);
}

const columns = (page: Page): Promise<string[]> =>
  page.$$eval('#plans thead th > span:first-child', (heads) =>
    heads.map((one) => one.textContent ?? '').filter((text) => text !== 'What of it'),
  );

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openContext());
  await put(`people/${owner}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`people/${apprentice}`, { version: 0, name: 'Tobin Marsh', role: 'apprentice' });
  const shop = (await (await fetch(`${program.address}/api/shop`)).json()) as Record<string, unknown>;
  const { today: _today, zone: _zone, ...input } = shop;
  await put('shop', { ...input, rate: '50', currency: '£' });
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

describe('plans', () => {
  it('stand side by side, are changed by a toggle that says what it breaks, and the chosen one is the work', async () => {
    const id = await examined('Two Tides', [
      found('linings', 'repair', 'loose-lining'),
      found('bridgePlate', 'watch', 'worn-holes'),
    ]);
    const [page, hand] = await open(`/instruments/${id}/judgement#plans`);
    await hand.sees('Each plan over the same simulated years');
    const names = await columns(page);
    expect(names[0]).toBe('Leave it');
    expect(names.length).toBeGreaterThanOrEqual(3);
    expect(names.some((name) => name.startsWith('Sound'))).toBe(true);
    expect(await page.$$eval('#plans svg[aria-label*="month by month"]', (all) => all.length)).toBe(
      names.length,
    );
    const text = await hand.text();
    expect(text).toMatch(/£\s\d+–£\s\d+/u);
    expect(text).toContain('Lining or side crack');

    await pressOf(page, 'Sound', 'Change');
    await hand.sees('No conflict with anything known');
    await press(page, 'Slacken the strings and leave it slack', '[aria-label="Your own plan"]');
    await hand.sees(/It needs “Slacken the strings and leave it slack”/u);
    await press(page, 'Replace the bridge plate', '[aria-label="Your own plan"]');
    await hand.sees('Not in one plan with “Replace the bridge plate”');
    await press(page, 'Put in “Slacken the strings and leave it slack”');
    await press(page, 'Replace the bridge plate', '[aria-label="Your own plan"]');
    await hand.sees('No conflict with anything known');
    // a saddle pulled down by hand moves the numbers of its column at once
    await page.focus('[aria-label="Your own plan"] [role="slider"][aria-label="Saddle, bass"]');
    for (let i = 0; i < 35; i++) await hand.keys('ArrowLeft');
    await hand.sees(/of saddle, bass; never go below/u);

    await pressOf(page, 'Sound', 'Use this plan');
    await hand.sees('Work now follows “Sound');
    await page.goto(`${program.address}/instruments/${id}/work`, { waitUntil: 'domcontentloaded' });
    await hand.sees(/By the plan “Sound[^”]*”, chosen by Isbel Crane/u);
    const work = await hand.text();
    expect(work).toContain('Patch or cap the bridge plate');
    expect(work).not.toContain('Replace the bridge plate');
    // cautions stand where the step is, by keyboard
    await page.evaluate(() => document.querySelector<HTMLElement>('ol [data-fold]')!.focus());
    await hand.keys('Enter');
    await hand.sees('Strings under tension: protect your eyes');
    await hand.sees('Only the usual cautions: the product’s data sheet');
    await page.close();
  });

  it('of an instrument that may not be strung begin with the strings down, and end rested', async () => {
    const id = await examined('Grain Deck', [found('grainCrack', 'repair', 'cracked-across')]);
    const [page, hand] = await open(`/instruments/${id}/judgement#plans`);
    await hand.sees('Slack, so no action');
    expect(await columns(page)).toEqual(
      expect.arrayContaining(['Leave it', expect.stringMatching(/sound/iu), 'Preserve']),
    );
    const text = await hand.text();
    expect(text).toContain('Graft the top under the bridge');
    expect(text).toContain('Let it settle at full pitch, and measure');
    expect(text).toContain('Keep it slack, or strung low, for good');
    expect(text).toMatch(/For now only: the saddle line may rise/u);
    await page.close();
  });
});

describe('a quick look', () => {
  it('needs a name and thumbs, and ends in an answer that stays in sight', async () => {
    const [page, hand] = await open('/instruments/new');
    await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
    await hand.sees('Only a quick look?');
    await page.type('[aria-label="Quick look"] input', 'parlour in the harbour shop');
    await page.tap('[aria-label="Quick look"] button[type="submit"]');
    await hand.sees('Touch what you see');
    const touch = async (point: string, state: string) => {
      const button = await page.waitForSelector(
        `::-p-xpath(//*[@aria-label="${point}"]//button[contains(., "${state}")])`,
      );
      await button!.tap();
    };
    await touch('Saddle showing', 'hardly any');
    await touch('Straightedge into the bridge', 'runs into the bridge front');
    await touch('Frets', 'good');
    await touch('Frets', 'pitted');
    // one answer, and the save, stay where the thumb is
    const bar = await page.evaluate(() => {
      const save = [...document.querySelectorAll('button')]
        .filter((one) => one.textContent === 'Save')
        .at(-1)!;
      const { top, bottom } = save.getBoundingClientRect();
      return { top, bottom, height: window.innerHeight, text: save.parentElement!.textContent ?? '' };
    });
    expect(bar.bottom).toBeLessThanOrEqual(bar.height);
    expect(bar.top).toBeGreaterThan(bar.height - 200);
    expect(bar.text).toMatch(/Repair\. Repairs come to about £\s\d/u);
    // pitted frets are not good ones too
    expect(
      await page.$$eval('[aria-label="Frets"] button[data-state="on"]', (on) =>
        on.map((one) => one.textContent),
      ),
    ).toEqual([expect.stringContaining('pitted')]);
    await page.evaluate(() =>
      [...document.querySelectorAll('input')]
        .find((one) => one.labels?.[0]?.textContent?.includes('Asking price'))!
        .focus(),
    );
    await hand.type('2400');
    await hand.sees(/Offer £\s[\d\s]+ at most/u);
    const save = await page.waitForSelector('::-p-xpath((//button[text()="Save"])[last()])');
    await save!.tap();
    await hand.sees('The quick look of');
    await hand.unfold();
    const text = await hand.text();
    expect(text.match(/neck reset/giu)!.length).toBeGreaterThanOrEqual(1);
    // its frets are dressed with it, and not paid once more
    expect(text).toMatch(/To repair: neck reset, frets dressed £[^;.]*\./iu);
    expect(text).not.toMatch(/frets levelled £/iu);
    expect(text).toContain('Not seen, may hide');
    await page.close();
  });
});

describe('your prediction first', () => {
  it('is asked of an apprentice before the program says its own, and both are kept', async () => {
    const id = await examined('First Watch', [found('bridge', 'repair', 'lifting')]);
    const [page, hand] = await open(`/instruments/${id}/judgement`, apprentice);
    await hand.sees('Your prediction first, Tobin Marsh');
    const before = await hand.text();
    expect(before).toContain('Unsound: slacken it today');
    expect(before).not.toContain('Bridge lifting');
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[role="radio"]')]
        .find((one) => one.textContent === 'damage')!
        .click(),
    );
    await press(page, 'That is my prediction');
    await hand.sees(/Tobin Marsh predicted damage/u);
    await hand.sees('Bridge lifting');
    await hand.pick('The work showed', 'damage');
    await hand.sees('It is noted what the work showed');
    await page.goto(`${program.address}/shop/learned`, { waitUntil: 'domcontentloaded' });
    await hand.sees(/Tobin Marsh\s+Right 1 times of 1/u);
    await hand.sees(/The program\s+Right 1 times of 1/u);
    await page.close();
    // the owner is shown the judgement at once
    const [mine, eye] = await open(`/instruments/${id}/judgement`);
    await eye.sees('Bridge lifting');
    expect(await eye.text()).not.toContain('Your prediction first');
    await mine.close();
  });
});

describe('the shop’s repairs', () => {
  it('take its own hours and its own treatment, and plans cost by them', async () => {
    const [page, hand] = await open('/shop/repairs');
    await hand.sees('Rate and schools');
    await press(page, 'Add our own');
    await page.waitForSelector('form[aria-label="A treatment of our own"] textarea');
    await page.type('form[aria-label="A treatment of our own"] textarea', 'Wax the pins');
    await press(page, 'Save', 'form[aria-label="A treatment of our own"]');
    await hand.sees('The treatment is saved as the shop works it');
    await hand.sees(/Wax the pins\s+our own/u);
    await page.close();
  });
});
