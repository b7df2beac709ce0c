import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type {
  Examination,
  Instrument,
  JobEventsPage,
  JobOfList,
  Mark,
  Owner,
  Photograph,
} from '@upright-elder/contract';
import type { ElementHandle, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { tapOn } from './finger.js';
import { openScenario, type Scenario } from './scenario.js';
import { openContext } from './shared.js';

/** A walk-in from the door to the shelf, by a finger on a tablet; and two windows over a network that pauses. */
let scenario: Scenario;
let page: Page;
let hand: Hand;
beforeAll(async () => {
  scenario = await openScenario();
  await scenario.program.stop();
  await scenario.program.restart('2026-09-02T09:00:00Z+');
  page = await openPage(scenario.browser, scenario.program.address);
  await page.setViewport({ width: 1024, height: 768, hasTouch: true });
  hand = new Hand(page);
});
afterAll(() => scenario.close());

const PICTURE = join(fileURLToPath(new URL('../../docs/screenshots', import.meta.url)), 'air.png');
const api = async <T>(path: string): Promise<T> =>
  (await (await fetch(`${scenario.program.address}/api/${path}`)).json()) as T;
const go = (path: string, on: Page = page) =>
  on.goto(`${scenario.program.address}${path}`, { waitUntil: 'domcontentloaded' });

/** A touch of the finger on the first thing of this name that can be pressed. */
async function touch(name: string | RegExp, on: Page = page): Promise<void> {
  const source = typeof name === 'string' ? `^${name}$` : name.source;
  const found = await on.waitForFunction(
    (pattern) =>
      [
        ...document.querySelectorAll<HTMLButtonElement>(
          'main button:not([aria-label=Stages] *), main a, [role=option]',
        ),
      ].find(
        (element) =>
          !element.disabled &&
          element.getClientRects().length > 0 &&
          new RegExp(pattern, 'u').test(element.textContent.trim()),
      ),
    { polling: 100 },
    source,
  );
  await tapOn(found.asElement() as ElementHandle<HTMLElement>);
}
/** Types into the field under a label. */
async function fill(label: string, text: string, on: Page = page): Promise<void> {
  const found = await on.waitForFunction(
    (begins) =>
      [...document.querySelectorAll('main label')]
        .find((one) => one.textContent.trim().startsWith(begins))
        ?.querySelector<HTMLElement>('input, textarea'),
    { polling: 100 },
    label,
  );
  const field = found.asElement() as ElementHandle<HTMLElement>;
  await field.tap();
  await on.keyboard.type(text);
}
const until = async <T>(ask: () => Promise<T | undefined | false>): Promise<T> => {
  for (;;) {
    const found = await ask();
    if (found) return found;
    await new Promise((later) => setTimeout(later, 200));
  }
};

describe('a walk-in, by touch at 1024 × 768', () => {
  let job: string;
  let instrument: string;

  it('is taken in on one page, and its receipt says what came', async () => {
    await go('/');
    await touch('Take in');
    await fill('Name to find it by', 'Kittiwake');
    await fill('Owner', 'Maud Petrel');
    await fill('How to reach them', '0123 456');
    await fill('What is asked for', 'lower the action\nlook at the crack');
    await fill('What came with it', 'hard case, strap');
    await page
      .$('input[type=file]')
      .then((input) => (input as ElementHandle<HTMLInputElement>).uploadFile(PICTURE));
    await hand.sees('air.png');
    await touch('Take it in');
    await hand.sees('Taken in by Isbel Crane');
    await hand.sees('hard case, strap');
    await hand.sees('Not yet looked for pests, mould and celluloid');
    // the owner's name is printed only where somebody ticks it
    expect(await hand.text()).not.toContain('Petrel');
    job = new URL(page.url()).pathname.split('/').at(-1)!;
    [instrument] = (await api<Owner[]>('owners'))
      .find(({ name }) => name === 'Maud Petrel')!
      .instruments.map(({ id }) => id) as [string];
    expect(await api<Photograph[]>(`instruments/${instrument}/photographs`)).toHaveLength(1);
    await touch('To the job');
    await hand.sees('Keep it apart');
    await hand.sees('No plan yet');
  });

  it('joins the others once it was looked over, and its lines are agreed to', async () => {
    for (let n = 0; n < 3; n += 1) await touch('none found');
    await page.waitForFunction(() => !document.body.innerText.includes('Keep it apart'), { polling: 100 });
    await touch('Agreed in writing');
    await hand.sees('agreed in writing');
    await touch('Not needed, because');
    await fill('Because', 'it is an old, sound repair');
    await touch('Note it');
    await hand.sees('not needed: it is an old, sound repair');
  });

  it('gets a small job into the same stay, with a reading, a photograph and a part at its step', async () => {
    await touch('Nut and saddle');
    await hand.sees('3 of 3 steps left');
    expect(await api<JobOfList[]>(`instruments/${instrument}/jobs`)).toHaveLength(1);
    await touch(/^Begin: /u);
    // to the first touch of the step, so that hands are on it
    await touch(/^(Read|Laid ready|Ready|Done)$/u);
    await touch(/^Note something/u);
    const field = await page.waitForSelector('form[aria-label="A reading"] input');
    await field!.tap();
    await page.keyboard.type('0.4 mm');
    await touch('Note it');
    await hand.sees('Read and noted.');
    const [taken] = await until(async () => {
      const all = await api<Examination[]>(`instruments/${instrument}/examinations`);
      return all.length > 0 && all;
    });
    expect(taken).toMatchObject({ protocolName: 'At the bench' });
    await page
      .$('input[aria-label="Photographs of the step"]')
      .then((input) => (input as ElementHandle<HTMLInputElement>).uploadFile(PICTURE));
    await hand.sees('Photograph kept.');
    // the picture that was just kept moves what stands below it: a touch may miss
    await until(async () => {
      await touch('Part off');
      return page.waitForSelector('form[aria-label="Part off"]', { timeout: 2000 }).then(
        () => true,
        () => false,
      );
    });
    await fill('What, as its label says', 'old nut');
    await fill('Where it is kept', 'tin 4');
    await page.waitForSelector('form[aria-label="Part off"] button[type=submit]').then((one) => one!.tap());
    await until(async () =>
      (await api<JobEventsPage>(`jobs/${job}/events`)).events.some(({ kind }) => kind === 'photograph'),
    );
  });

  it('reads its log as a page and as a table, and is found by what was said', async () => {
    await go(`/instruments/${instrument}/work`);
    await touch(/^Log \(/u);
    await hand.sees('Isbel Crane opened the job');
    await hand.sees('looked for pests: none');
    await touch('As a table');
    await hand.sees('Who');
    const found = await api<{ hits: { kind: string; id: string }[] }>('find?search=lower%20the%20action');
    expect(found.hits.find(({ kind }) => kind === 'log')?.id).toBe(job);
  });

  it('erases its owner on request', async () => {
    await go('/shop/owners');
    await touch(/^Maud Petrel/u);
    await touch('Erase this owner’s data');
    await page.waitForSelector('main [role=checkbox]').then((tick) => tick!.tap());
    await touch('Erase');
    await hand.sees('Owner erased.');
    expect(JSON.stringify(await api(`jobs/${job}/events`))).not.toContain('lower the action');
    expect((await api<Instrument>(`instruments/${instrument}`)).owner).toBe('erased');
  });
});

describe('a step that mends', () => {
  it('writes onto the map what it mended, once it is finished', async () => {
    const engineer = scenario.idOf('Second Engineer');
    const cracks = (await api<Mark[]>(`instruments/${engineer}/marks`)).filter(
      ({ kind }) => kind === 'crack',
    );
    await go(`/instruments/${engineer}/work`);
    await hand.sees('Repair order');
    await touch('A job by hand');
    await hand.sees('All steps are done');
    await touch(/^Change the job/u);
    await touch(/^of the catalogue/u);
    await page.keyboard.type('Close the crack');
    await page.keyboard.press('Enter');
    await hand.sees('1 of 1 steps left');
    await touch(/^Begin: /u);
    // through its stages, as a hand would
    for (let n = 0; n < 30; n += 1) {
      const text = await hand.text();
      if (text.includes('What did it mend?') || text.includes('Everything of this step is done')) break;
      await touch(
        /^(Read|Laid ready|Ready|Done|It holds|Looked at: go on|Looked at and written down|It is there: go on|It has waited: go on|Free already: go on|Clamps are off|Take the clamps off early|.* too early: take them off|Glue is on|Clamps are on)$/u,
      ).catch(() => undefined);
      await new Promise((later) => setTimeout(later, 250));
      // what is ticked before glue
      for (const tick of await page.$$('main [role=checkbox][aria-checked=false]'))
        await tick.tap().catch(() => undefined);
    }
    await hand.sees('What did it mend?');
    const ticks = await page.$$('main fieldset [role=checkbox]');
    if ((await ticks[0]!.evaluate((one) => one.getAttribute('aria-checked'))) === 'false')
      await ticks[0]!.tap();
    await touch('Finish the step');
    await until(async () =>
      (await api<Mark[]>(`instruments/${engineer}/marks`)).some(
        ({ id, sightings }) =>
          cracks.some((crack) => crack.id === id) && sightings.at(-1)!.state === 'repaired',
      ),
    );
  });
});

describe('two windows and a network that pauses for five minutes in the midst of a heat run', () => {
  it('lose nothing and double nothing', async () => {
    const night = scenario.idOf('Night Boat');
    const [job] = (await api<JobOfList[]>(`instruments/${night}/jobs`)).map(({ id }) => id) as [string];
    const { events } = await api<JobEventsPage>(`jobs/${job}/events`);
    const steps = (
      events.find(({ kind }) => kind === 'plan taken')!.body as { steps: { id: string; treatment: string }[] }
    ).steps;
    const step = steps.find(({ treatment }) => treatment === 'neck-off')!.id;
    const { browser, close } = await openContext();
    try {
      const other = await openPage(browser, scenario.program.address);
      const second = new Hand(other);
      await go(`/bench/${job}/${step}`);
      await go(`/bench/${job}/${step}`, other);
      await touch(/^Start run 1/u);
      await second.sees('left of 7:00');
      // both lose the program; each goes on
      await scenario.program.stop();
      await touch(/^Stop the run/u);
      await hand.sees('not kept yet');
      await touch(/^Start run 2/u);
      await other.waitForSelector('main');
      await other.evaluate(() => {
        [...document.querySelectorAll('button')]
          .find((one) => one.textContent.startsWith('Stop the run'))
          ?.click();
      });
      await second.sees('not kept yet');
      // five minutes of the shop's clock later it is back
      await scenario.program.restart('2026-09-02T09:05:30Z+');
      await page.waitForFunction(() => !document.body.innerText.includes('not kept yet'), { polling: 200 });
      await other.waitForFunction(() => !document.body.innerText.includes('not kept yet'), { polling: 200 });
      const all = await until(async () => {
        const now = (await api<JobEventsPage>(`jobs/${job}/events`)).events;
        return now.filter(({ kind }) => kind === 'clock stopped').length >= 2 && now;
      });
      const ids = all.map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      const set = all.filter(
        ({ kind, body }) => kind === 'clock set' && (body as { kind: string }).kind === 'heat',
      );
      // the first run and the second, each once; stopped in both windows, the first stop counts
      expect(set).toHaveLength(2);
      await page.reload({ waitUntil: 'domcontentloaded' });
      await hand.sees('run 2');
      await go(`/instruments/${night}/work`);
      await touch(/^Log \(/u);
      await hand.sees('The clock was stopped already; the earlier stop counts.');
    } finally {
      await close();
    }
  });
});
