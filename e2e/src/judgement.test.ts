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
const put = (path: string, body: unknown) => putTo(program, path, body);

/** What was found at a point, as a client sends it. */
const found = (point: string, verdict: string, ...states: string[]) => ({
  point,
  states,
  verdict,
  words: '',
});

interface Judged {
  first: string;
  unsound: boolean;
  budgets: { side: string; total: number; parts: { value: number }[] }[];
  findings: { rule: string; severity: string }[];
  order: { id: string }[];
}
const judgedOf = async (id: string) =>
  (await (await fetch(`${program.address}/api/instruments/${id}/judgement`)).json()) as Judged;

/** A new instrument, examined once. */
async function examined(
  name: string,
  findings: unknown[],
  change: (body: ReturnType<typeof examinationBody>) => object = (body) => body,
): Promise<string> {
  const id = randomUUID();
  await put(`instruments/${id}`, instrumentBody(person, name));
  const body = { ...examinationBody(id, person, '2026-02-10'), findings };
  await put(`examinations/${randomUUID()}`, { ...body, ...change(body as never) });
  return id;
}

const open = async (path: string): Promise<[Page, Hand]> => {
  const page = await openPage(browser, program.address + path);
  return [page, new Hand(page)];
};

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openContext());
  await put(`people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

describe('judgement', () => {
  it('of a damaged instrument with its action on target names every damage, live first, and opens what it stands on', async () => {
    const id = await examined('Stove Deck', [
      found('cracks', 'repair', 'moves', 'open'),
      found('bridge', 'repair', 'lifting'),
      found('backBraces', 'repair', 'loose'),
      found('linings', 'repair', 'block-split'),
      found('topBraces', 'repair', 'loose-end'),
      found('bridgePlate', 'repair', 'cracked'),
      found('tail', 'repair', 'crack-round-the-tail'),
    ]);
    const [page, hand] = await open(`/instruments/${id}/judgement`);
    await hand.sees('Unsound: slacken it today');
    await hand.unfold();
    await hand.sees('Back brace loose');
    const said = await hand.text();
    for (const words of [
      'Bridge lifting',
      'Bridge plate cracked',
      'Split block',
      'A top brace is loose',
      'Back brace loose',
      'A crack moves or is open',
      'Crack around the tail',
    ])
      expect(said).toContain(words);
    expect(said).not.toContain('If it does not need doing');
    const judged = await judgedOf(id);
    expect(judged.findings[0]!.severity).toBe('live');
    expect(judged.order[0]!.id).toBe('slacken');
    // by keyboard: the first finding stands open, and leads to the examination that it stands on
    await page.evaluate(() =>
      document.querySelector<HTMLElement>('section[aria-label="What is wrong"] [data-fold]')!.focus(),
    );
    await hand.sees('Until then, do not');
    await hand.keys('Tab');
    expect(await hand.focused()).toMatch(/^bridge, 10 Feb 2026$/u);
    await hand.keys('Enter');
    await hand.sees('Before a string is tuned up');
    expect(page.url()).toMatch(/examine\?examination=/u);
    // the shelf speaks of the same
    await page.goto(`${program.address}/`, { waitUntil: 'domcontentloaded' });
    await hand.sees(/Live[\s\S]*Bridge lifting/u);
    await page.goto(`${program.address}/instruments/${id}/work`, { waitUntil: 'domcontentloaded' });
    await hand.sees('Slacken the strings');
    expect(await hand.text()).not.toContain('Saddle: trim');
    await page.close();
  });

  it('of a short visit after a full one keeps what was read before', async () => {
    const id = await examined('Two Visits', [found('topBraces', 'sound', 'tight')]);
    const [page, hand] = await open(`/instruments/${id}/judgement`);
    await hand.sees(/Why (bass|treble) action is/u);
    await page.goto(`${program.address}/instruments/${id}/examine?protocol=recheck`, {
      waitUntil: 'domcontentloaded',
    });
    await hand.sees('At pitch');
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('9/64');
    await hand.save();
    await hand.sees('saved');
    const judged = await judgedOf(id);
    expect(judged.budgets.map(({ side }) => side)).toEqual(['bass', 'treble']);
    for (const { parts, total } of judged.budgets)
      expect(parts.reduce((sum, { value }) => sum + value, 0)).toBeCloseTo(total, 10);
    expect(judged.findings.map(({ rule }) => rule)).not.toContain('stance-missing');
    await page.goto(`${program.address}/instruments/${id}/judgement`, { waitUntil: 'domcontentloaded' });
    await hand.sees(/Why (bass|treble) action is/u);
    await page.close();
  });

  it('asks a question whose answer changes the finding', async () => {
    const id = await examined('Asked', [found('tail', 'repair', 'crack-round-the-tail')]);
    const [page, hand] = await open(`/instruments/${id}/judgement`);
    await hand.sees('the end block may be split');
    await hand.sees('Check end block and neck block');
    expect((await judgedOf(id)).unsound).toBe(true);
    await page.goto(`${program.address}/instruments/${id}/examine?protocol=full`, {
      waitUntil: 'domcontentloaded',
    });
    // it lies closed under the name of its stage
    await page.waitForSelector('section[id^="stage-"] [data-fold]');
    await hand.unfold();
    await hand.sees('Linings and blocks');
    // its first state is tight
    await page.waitForSelector('[aria-label="Linings and blocks"] button', { visible: true });
    await page.focus('[aria-label="Linings and blocks"] button');
    await hand.keys('1');
    await hand.save();
    await hand.sees('saved');
    await page.goto(`${program.address}/instruments/${id}/judgement`, { waitUntil: 'domcontentloaded' });
    await hand.sees('the end block is sound');
    const text = await hand.text();
    expect(text).not.toContain('Check end block and neck block');
    expect(text).not.toContain('Unsound');
    await page.close();
  });

  it('of what was held slack asks for nothing that needs pitch', async () => {
    const id = randomUUID();
    await put(`instruments/${id}`, instrumentBody(person, 'Held Slack'));
    const [page, hand] = await open(`/instruments/${id}/examine?protocol=full`);
    await hand.sees('Before a string is tuned up');
    await hand.tabTo('At pitch');
    await hand.keys('2');
    await hand.tabTo('Unsound: left slack, readings at pitch skipped');
    await hand.keys('Space');
    await hand.sees('Action at fret 12: not taken: unsound');
    await page.focus('[aria-label="Headstock"] button');
    await hand.keys('4');
    await hand.save();
    await hand.sees('saved');
    await page.goto(`${program.address}/instruments/${id}/judgement`, { waitUntil: 'domcontentloaded' });
    await hand.sees('Headstock cracked behind the nut');
    await hand.unfold();
    await hand.sees('Left slack because it is unsound');
    const text = await hand.text();
    expect(text).toContain('Left slack because it is unsound');
    expect(text).not.toContain('Action not measured at pitch');
    expect(text).not.toMatch(/tune it up and measure/u);
    expect((await judgedOf(id)).order.map(({ id: step }) => step)).toEqual(
      expect.arrayContaining(['slacken', 'glue-headstock']),
    );
    await page.close();
  });
});
