import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { examinationBody, instrumentBody, planBody } from './bodies.js';
import { Hand } from './bench-hand.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { putTo, startProgram, type Program } from './program.js';

/** What a bench meets every day: nothing is lost by a click, a key or a draught, and everything can be taken back. */
let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
let page: Page;
let hand: Hand;
const by = randomUUID();
const purser = randomUUID();
const examination = randomUUID();
const get = async <T>(path: string): Promise<T> =>
  (await (await fetch(`${program.address}/api/${path}`)).json()) as T;
const open = (path: string) => page.goto(program.address + path, { waitUntil: 'networkidle2' });
/** Presses what carries these words. */
const press = (words: string) =>
  page.evaluate((text) => {
    const found = [...document.querySelectorAll('button, a')].find((one) => one.textContent?.trim() === text);
    if (!found) throw new Error(`nothing says “${text}”`);
    (found as HTMLElement).click();
  }, words);

beforeAll(async () => {
  program = await startProgram();
  await putTo(program, `people/${by}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await putTo(program, `instruments/${purser}`, {
    ...instrumentBody(by, 'the Purser'),
    identity: '1938, label gone',
    construction: 'ladder braced',
  });
  for (const nickname of ['Night Boat', 'Corvane twelve'])
    await putTo(program, `instruments/${randomUUID()}`, {
      ...instrumentBody(by, nickname),
      stringSet: 'twelve-light',
    });
  await putTo(program, `instruments/${purser}/body-plan`, planBody(by));
  await putTo(program, `examinations/${examination}`, examinationBody(purser, by, '2026-08-01', 'a hum'));
  ({ browser, close: closeBrowser } = await openContext());
  page = await openPage(browser, program.address);
  await page.evaluate((id) => localStorage.setItem('upright-elder.person', id), by);
  hand = new Hand(page);
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

describe('the shelf', () => {
  it('keeps every letter that is typed, however fast, finds by bracing, year and strings, and opens the only hit', async () => {
    await open('/');
    await hand.tabTo('Search');
    await hand.type('purser the');
    expect(await page.$eval('input[type=search]', (field) => field.value)).toBe('purser the');
    for (const [words, found, left] of [
      ['ladder', 'the Purser', 'Night Boat'],
      ['1938', 'the Purser', 'Night Boat'],
      ['twelve night', 'Night Boat', 'the Purser'],
    ] as const) {
      await hand.replace(words);
      await page.waitForFunction(
        (yes, no) => {
          const names = [...document.querySelectorAll('h2')].map((one) => one.textContent);
          return names.includes(yes) && !names.includes(no);
        },
        {},
        found,
        left,
      );
    }
    await hand.replace('ladder');
    await hand.keys('Enter');
    await page.waitForFunction((id) => location.pathname === `/instruments/${id}/stance`, {}, purser);
  });

  it('names every window after what it shows', async () => {
    await open(`/instruments/${purser}/seasons`);
    await page.waitForFunction(() => document.title === 'the Purser, Seasons · Upright Elder');
    await open('/');
    await page.waitForFunction(() => document.title === 'The shelf · Upright Elder');
  });
});

describe('at the keyboard', () => {
  it('a digit within an examination chooses, and never leaves it', async () => {
    await open(`/instruments/${purser}/examine`);
    await hand.tabTo('At pitch');
    await hand.keys('2');
    await page.waitForFunction(
      () => document.querySelector('[role=radio][data-state=checked][value=slack]') !== null,
    );
    expect(page.url()).toContain('/examine');
    // one begun on this visit can be begun afresh, and that can be undone
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('7/64');
    await hand.sees('Not saved yet');
    await press('Discard changes');
    await hand.sees('What you typed was taken out');
    await press('Undo');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('input')].some(({ value }) => value === '7/64'),
    );
    await press('Discard changes');
  });

  it('a pair typed over filled fields fills both, and can be taken back', async () => {
    await open(`/instruments/${purser}/examine?examination=${examination}`);
    await hand.tabTo('Straightedge at the bridge, bass');
    await hand.replace('-5/64 -6/64');
    await hand.keys('Enter');
    const values = () =>
      page.evaluate(() =>
        [...document.querySelectorAll('input')]
          .filter((field) => field.labels?.[0]?.textContent?.startsWith('Straightedge at the bridge'))
          .map(({ value }) => value),
      );
    expect(await values()).toEqual(['-5/64', '-6/64']);
    await hand.tabTo('Straightedge at the bridge, treble');
    await hand.replace('0.1');
    await hand.tabBack('Straightedge at the bridge, bass');
    await hand.replace('-4/64 -3/64');
    await hand.keys('Enter');
    await hand.sees('Treble was 0.1, now -3/64');
    await press('Undo');
    expect(await values()).toEqual(['-4/64', '0.1']);
    await press('Discard changes');
  });

  it('refused fields are counted beside the save, and it leads to the first of them', async () => {
    await open(`/instruments/${purser}/examine?protocol=full`);
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('7/64 5/64 3/64');
    await hand.tabTo('Saddle showing, bass');
    await hand.type('tall');
    await hand.save();
    await hand.sees('2 fields were refused. Not saved: go there');
    await press('✕ 2 fields were refused. Not saved: go there');
    await hand.isAt('Action at fret 12, bass');
    await press('Discard changes');
  });

  it('a quick look without a rate asks for it in place', async () => {
    await open(`/instruments/${purser}/examine?protocol=quick`);
    await hand.sees('What your hour costs');
    await hand.tabTo('What your hour costs');
    await hand.type('60');
    await press('Save the rate');
    await hand.sees('Rate saved');
    await page.waitForFunction(() => !document.body.innerText.includes('What your hour costs'));
    expect((await get<{ rate: string }>('shop')).rate).toBe('60');
    // what was not seen has its price now
    await hand.unfold();
    await hand.sees(/may hide: [^.]*\d/u);
  });

  it('an odd first reading is met with what was probably meant, and taken with a touch', async () => {
    const fresh = randomUUID();
    await putTo(program, `instruments/${fresh}`, instrumentBody(by, 'Fog Signal'));
    await open(`/instruments/${fresh}/examine?protocol=full`);
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('11.0');
    await hand.sees('Did you mean .110"?');
    await press('Take .110"');
    await hand.sees('2.79 mm');
    await hand.tabTo('Room humidity');
  });
});

describe('a form', () => {
  it('that was begun is brought back, and leaving it asks', async () => {
    await open('/instruments/new');
    await hand.tabTo('Name');
    await hand.type('the Stowaway');
    await press('Shelf');
    await hand.sees('The instrument is not saved');
    await press('Leave without saving');
    await hand.sees('The shelf');
    await open('/instruments/new');
    await hand.sees('Your unsaved typing is back');
    expect(await page.$$eval('input', (all) => all.map(({ value }) => value))).toContain('the Stowaway');
    await press('Discard changes');
  });

  it('saves at once though a word in passing lies over its button; a new person changes nobody at the bench', async () => {
    await open('/shop');
    await hand.tabTo('Name');
    await hand.type('Mieke');
    await hand.keys('Enter');
    await hand.sees('Who is at the bench stays as it was');
    expect(await page.$eval('header [role=combobox]', (field) => field.textContent)).toBe('Isbel Crane');
    const covered = await page.evaluate(() => {
      const toast = document.querySelector('[data-sonner-toast]')!.getBoundingClientRect();
      const there = document.elementFromPoint(toast.x + toast.width / 3, toast.y + toast.height / 2);
      return (there?.closest('[data-sonner-toast]') ?? null) !== null;
    });
    expect(covered).toBe(false);
  });

  it('lays both copies side by side when somebody else saved it, and keeps what was typed', async () => {
    await open('/shop');
    await hand.tabTo('Name of the workshop');
    await hand.replace('Lantern Yard');
    const { today: _today, zone: _zone, ...settings } = await get<Record<string, unknown>>('shop');
    await putTo(program, 'shop', { ...settings, currency: '£', name: 'Elsewhere' });
    await page.evaluate(() => window.dispatchEvent(new Event('focus')));
    await hand.tabTo('Save the settings');
    await hand.keys('Enter');
    await hand.sees('Somebody else saved this shop’s settings');
    await hand.sees('Theirs: Elsewhere');
    await hand.sees('Yours: Lantern Yard');
    await press('Save my choices');
    await hand.sees('settings are saved');
    expect(await get('shop')).toMatchObject({ name: 'Lantern Yard' });
  });

  it('makes a backup and says how old it is', async () => {
    await open('/shop');
    await hand.sees('There is no backup yet');
    await press('Back up now');
    await hand.sees('Last good backup: within this hour');
    await hand.sees('Backups lie on the same disk');
  });
});

describe('what was done', () => {
  it('an examination is struck with a reason, shown struck, and brought back', async () => {
    await open(`/instruments/${purser}/examine?examination=${examination}`);
    await press('Cross out');
    await hand.sees('Nothing is erased');
    await hand.type('of the other guitar');
    await hand.keys('Enter');
    await hand.sees('crossed out by Isbel Crane');
    expect(await get(`instruments/${purser}/examinations`)).toEqual([]);
    await open(`/instruments/${purser}/readings`);
    await hand.sees('“of the other guitar”');
    await open(`/instruments/${purser}/examine?examination=${examination}`);
    await hand.sees('Bring back');
    await press('Bring back');
    await page.waitForFunction(() => !document.body.innerText.includes('Bring back'));
    expect(await get(`instruments/${purser}/examinations`)).toHaveLength(1);
  });

  it('a crack out of old papers has its own day, and drawing it longer today leaves that as it was', async () => {
    const crack = randomUUID();
    const path = [
      [0.05, 0.1],
      [0.05, 0.06],
    ];
    await putTo(program, `marks/${crack}`, {
      version: 0,
      by,
      instrumentId: purser,
      face: 'top',
      kind: 'crack',
      brace: null,
      name: 'by the tail',
      sightings: [
        {
          date: '2026-09-01',
          path,
          examinationId: null,
          from: null,
          to: null,
          ruler: null,
          width: null,
          depth: null,
          through: null,
          state: 'not tried',
          cleated: false,
          note: '',
        },
      ],
    });
    await open(`/instruments/${purser}/map`);
    await page.waitForFunction(() => document.body.innerText.includes('by the tail'));
    await page.evaluate(() =>
      ([...document.querySelectorAll('section[aria-label=Marks] button')][0] as HTMLElement).click(),
    );
    await hand.sees('It was seen on another day');
    await press('It was seen on another day');
    await hand.sees('It was seen on');
    await hand.tabTo('It was seen on');
    await hand.replace('3/5/98');
    await hand.keys('Enter');
    await hand.sees('on 3 May 1998');
    // what a mark had grown by would be another growth: a day before its last one says where it comes from
    await hand.tabTo('Where the sighting of 3 May 1998 comes from');
    await hand.type('the old notebook');
    await hand.save();
    await hand.sees('The map is saved');
    const [mark] = await get<{ sightings: { date: string; path: unknown[] }[] }[]>(
      `instruments/${purser}/marks`,
    );
    expect(mark!.sightings.map(({ date }) => date)).toEqual(['1998-05-03', '2026-09-01']);
  });

  it('an instrument goes into the archive, off the shelf, and comes back', async () => {
    await open(`/instruments/${purser}/details`);
    await press('Put in the archive');
    await hand.sees('Nothing is erased');
    await hand.type('gone home');
    await hand.keys('Enter');
    await hand.sees('It is in the archive');
    await open('/');
    await hand.sees('In the archive: 1');
    expect(await hand.text()).not.toContain('the Purser');
    await press('In the archive: 1');
    await hand.sees('the Purser');
    await open(`/instruments/${purser}/details`);
    await press('Bring back');
    await page.waitForFunction(() => !document.body.innerText.includes('It is in the archive'));
  });
});

describe('a page', () => {
  it('says when its worker fails, and begins it again', async () => {
    const own = await openPage(browser, program.address);
    await own.setRequestInterception(true);
    let broken = true;
    own.on(
      'request',
      (request) =>
        void (broken && request.url().includes('compute.worker') ? request.abort() : request.continue()),
    );
    await own.goto(`${program.address}/instruments/${purser}/seasons`, { waitUntil: 'networkidle2' });
    const there = new Hand(own);
    await there.sees('If the air is kept');
    await there.tabTo('As it was');
    await there.keys('2');
    await there.sees('The year could not be worked out');
    broken = false;
    await own.evaluate(() =>
      [...document.querySelectorAll('button')].find((one) => one.textContent === 'Try again')!.click(),
    );
    await own.waitForFunction(() => !document.body.innerText.includes('could not be worked out'));
    await own.close();
  });

  it('says when the program is gone and what it shows may be old, and goes on when it is back', async () => {
    await open('/');
    await hand.sees('the Purser');
    await program.kill();
    // a page asks again when it is looked at, though not more than every few seconds
    await new Promise((done) => setTimeout(done, 5500));
    await page.evaluate(() => window.dispatchEvent(new Event('focus')));
    await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
    await hand.sees('may be out of date');
    await program.restart();
    await press('Try again');
    await page.waitForFunction(() => !document.body.innerText.includes('may be out of date'));
  });
});
