import { randomUUID } from 'node:crypto';
import type { JobEventInput, JobEventsPage } from '@upright-elder/contract';
import type { ElementHandle, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { tapOn } from './finger.js';
import { openScenario, type Scenario } from './scenario.js';
import { openContext } from './shared.js';

/** The thin path from a finding to a hand-over, as the people of the shop walk it. */
const BEGAN = '2026-09-02T09:00:00Z';
const later = (minutes: number) => `${new Date(Date.parse(BEGAN) + minutes * 60000).toISOString()}+`;

let scenario: Scenario;
let page: Page;
let hand: Hand;
let night: string;
beforeAll(async () => {
  scenario = await openScenario();
  await scenario.program.stop();
  await scenario.program.restart(later(0));
  page = await openPage(scenario.browser, scenario.program.address);
  // by touch, on a tablet
  await page.setViewport({ width: 1024, height: 768, hasTouch: true });
  hand = new Hand(page);
  night = scenario.idOf('Night Boat');
});
afterAll(() => scenario.close());

const api = async <T>(path: string, body?: unknown): Promise<T> => {
  const response = await fetch(`${scenario.program.address}/api/${path}`, {
    method: body === undefined ? 'GET' : 'POST',
    headers: { 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  if (!response.ok) throw new Error(`${path}: ${await response.text()}`);
  return (await response.json()) as T;
};
const go = (path: string) =>
  page.goto(`${scenario.program.address}${path}`, { waitUntil: 'domcontentloaded' });
const press = async (name: string | RegExp, on: Page = page) => {
  const source = typeof name === 'string' ? `^${name}` : name.source;
  const found = await on.waitForFunction(
    (pattern) =>
      [...document.querySelectorAll<HTMLButtonElement>('main button, main a, [role=status] button')].find(
        (element) => !element.disabled && new RegExp(pattern, 'u').test(element.textContent.trim()),
      ),
    { polling: 100 },
    source,
  );
  await tapOn(found.asElement() as ElementHandle<HTMLElement>);
};

/** A machine at the bench: it writes what a hand would, through the same door. */
async function byMachine(
  job: string,
  by: string,
  kinds: readonly [kind: string, step: string, body: object][],
) {
  const { events, now: at } = await api<JobEventsPage>(`jobs/${job}/events`);
  const last = Math.max(...events.map(({ stamp }) => stamp));
  await api('jobs/events', {
    events: kinds.map(([kind, step, body], i): JobEventInput => ({
      id: randomUUID(),
      kind,
      step,
      body,
      uses: [],
      job,
      by,
      with: [],
      device: 'machine',
      clockRun: 0,
      seq: i,
      at,
      stamp: last + 1 + i,
      v: 1,
    })),
  });
}

/** Steps of a job as its plan was taken. */
async function planned(job: string): Promise<{ id: string; treatment: string }[]> {
  const { events } = await api<JobEventsPage>(`jobs/${job}/events`);
  return (
    events.find(({ kind }) => kind === 'plan taken')!.body as { steps: { id: string; treatment: string }[] }
  ).steps;
}

describe('the thin path of a job', () => {
  let job: string;
  let step: string;
  let isbel: string;

  it('starts from a plan on Judgement, and says what comes first', async () => {
    const people = await api<{ id: string; name: string; role: string }[]>('people');
    isbel = people.find(({ role }) => role === 'master')!.id;
    const engineer = scenario.idOf('Second Engineer');
    await go(`/instruments/${engineer}/judgement`);
    await hand.sees('has grown');
    await hand.sees('Action afterwards');
    await press('Start this job');
    await hand.sees(/\d+ of \d+ steps left/u);
    // once the server has it, its own list shows it
    await page.waitForFunction(
      async (id) => {
        const jobs = (await (await fetch(`/api/instruments/${id}/jobs`)).json()) as unknown[];
        return jobs.length === 1;
      },
      { polling: 200 },
      engineer,
    );
    const [started] = await api<{ id: string }[]>(`instruments/${engineer}/jobs`);
    await go('/bench');
    await hand.sees('Second Engineer');
    await go(`/bench/${started!.id}/${(await planned(started!.id)).at(-1)!.id}`);
    await hand.sees('comes first');
    await hand.sees('Begin it all the same, because');
  });

  it('rings a heat run at its call, and says when it was forgotten', async () => {
    [job] = (await api<{ id: string }[]>(`instruments/${night}/jobs`)).map(({ id }) => id) as [string];
    step = (await planned(job)).find(({ treatment }) => treatment === 'neck-off')!.id;
    await go('/bench');
    await hand.sees('Night Boat');
    await press(/Night Boat.*Go on$/u);
    await press('Start run 1: 7:00');
    await hand.sees('left of 7:00');
    // five minutes later by the shop's clock, on a program that was started again
    await scenario.program.stop();
    await scenario.program.restart(later(5.5));
    await page.reload({ waitUntil: 'domcontentloaded' });
    await hand.sees('Look: soft? resin?');
    // on a page that is not the bench's too
    const at = new URL(page.url()).pathname;
    await go('/air');
    await page.waitForSelector('[aria-label="Running at the bench"] a');
    await hand.sees(/1:\d\d\s*Night Boat\s*Look: soft\? resin\?/u);
    await page.tap('[aria-label="Running at the bench"] a');
    await page.waitForFunction((path) => location.pathname === path, { polling: 100 }, at);
    await press('Heard');
    await page.waitForFunction(() => !document.body.innerText.includes('Heard'), { polling: 100 });
    await scenario.program.stop();
    await scenario.program.restart(later(30));
    await page.reload({ waitUntil: 'domcontentloaded' });
    // half an hour is gone: the run is long over, and says so
    await hand.sees('This run was not stopped at 7:00');
    await press('Stop the run');
    await press('Start run 2: 7:00');
    await hand.sees('run 2');
    await press('It moves');
  });

  it('asks an apprentice for a second look, and gets it in another window', async () => {
    await hand.sees('This cannot be undone');
    const { browser, close } = await openContext();
    try {
      // Tobin asks on his own tablet
      const tablet = await openPage(browser, scenario.program.address);
      await tablet.setViewport({ width: 1024, height: 768, hasTouch: true });
      const people = await api<{ id: string; role: string }[]>('people');
      const tobin = people.find(({ role }) => role === 'apprentice')!;
      await tablet.evaluate((id) => localStorage.setItem('upright-elder.person', id), tobin.id);
      await tablet.goto(`${scenario.program.address}/bench/${job}/${step}`, {
        waitUntil: 'domcontentloaded',
      });
      await new Hand(tablet).sees('This cannot be undone');
      expect(await new Hand(tablet).text()).not.toContain('Looked at: go on');
      await press('Ask for a second look', tablet);
      await new Hand(tablet).sees('asks for a second look');
      // it stands on the other's bench, and is given there
      await go('/bench');
      await hand.sees('Tobin Marsh asks');
      await press(/Night Boat.*Look$/u);
      await press('Looked at: go on');
      await new Hand(tablet).sees('Steam the joint in short runs');
    } finally {
      await close();
    }
  });

  it('stops the clock where a hold fails, and leads on', async () => {
    // nobody gave a figure for a run of steam: the shop is asked
    await hand.sees('How long is one run?');
    await page.type('input[placeholder="3:00"]', '2:00');
    await press('Start run 1: 2:00');
    await hand.sees('left of 2:00');
    await press('It moves');
    await hand.sees('comes back out of the second hole');
    await press('It does not');
    await press('No steam comes from the second hole');
    await hand.sees('there is no pocket there');
    await page.waitForFunction(
      async (id) => {
        const { jobs } = (await (await fetch('/api/bench')).json()) as {
          jobs: { id: string; summary: { clocks: object[] } }[];
        };
        return jobs.find((one) => one.id === id)!.summary.clocks.length === 0;
      },
      { polling: 200 },
      job,
    );
    await page.type('input[placeholder="held by two dowels"]', 'two dowels from the side');
    await press('Give this step up');
    await hand.sees('This step was given up');
    await press('The whole job');
    await hand.sees('given up');
  });

  it('keeps what is done while the program is out of reach, and sends it once when it is back', async () => {
    const anchor = scenario.idOf('Little Anchor');
    const [brace] = await api<{ id: string; summary: { atHand: { step: string }[] } }[]>(
      `instruments/${anchor}/jobs`,
    );
    await go(`/bench/${brace!.id}/${brace!.summary.atHand[0]!.step}`);
    await hand.sees(/left in clamps|Clamps are off/u);
    await page.setOfflineMode(true);
    await press(/Take the clamps off early|Clamps are off/u);
    if ((await hand.text()).includes('too early')) await press(/too early: take them off/u);
    await hand.sees('not kept yet');
    // the page goes on meanwhile
    await hand.sees('Probe it again');
    await page.setOfflineMode(false);
    await page.waitForFunction(() => !document.body.innerText.includes('not kept yet'), { polling: 200 });
    const off = async () =>
      (await api<JobEventsPage>(`jobs/${brace!.id}/events`)).events.filter(
        ({ kind }) => kind === 'clamp off',
      );
    await page.waitForFunction(
      async (id) => {
        const { events } = (await (await fetch(`/api/jobs/${id}/events`)).json()) as {
          events: { kind: string }[];
        };
        return events.some(({ kind }) => kind === 'clamp off');
      },
      { polling: 200 },
      brace!.id,
    );
    expect(await off()).toHaveLength(1);
  });

  it('is handed over, and comes back in the other season', async () => {
    const steps = await planned(job);
    await byMachine(
      job,
      isbel,
      steps
        .slice(steps.findIndex(({ id }) => id === step) + 1)
        .map(({ id }) => ['given up', id, { why: 'another way was taken' }]),
    );
    await go(`/instruments/${night}/work`);
    await hand.sees('All steps are done');
    await press(/^Hand it over$/u);
    await page.waitForSelector('form button[type=submit]');
    await page.$$eval('form button[type=submit]', (all) =>
      all.find((one) => one.textContent === 'Hand it over')?.click(),
    );
    await hand.sees('Measure it again about');
    await hand.sees('3 March 2027');
    await go('/bench');
    await hand.sees('Little Anchor');
    expect(await hand.text()).not.toContain('Night Boat');
  });

  it('leaves a log that reads as it was', async () => {
    await go(`/instruments/${night}/work?job=${job}`);
    await hand.sees('Log (');
    await hand.unfold();
    await hand.sees('Isbel Crane opened the job');
    await hand.sees('Heat run 1 ended');
    await hand.sees('two dowels from the side');
    await hand.sees('handed it over to');
  });
});
