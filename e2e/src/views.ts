import type { BenchPage } from '@upright-elder/contract';
import type { Page } from 'puppeteer-core';

/** The main views of the program with the scenario in it, by the name of their picture. */
export interface View {
  name: string;
  path: (idOf: (nickname: string) => string) => string;
  /** looked at by the tests only */
  unpictured?: true;
  /** it is there once the page says so */
  ready?: string;
}

export const VIEWS: View[] = [
  { name: 'shelf', path: () => '/' },
  { name: 'stance', path: (idOf) => `/instruments/${idOf('Night Boat')}/stance` },
  {
    name: 'stance-archtop',
    path: (idOf) => `/instruments/${idOf('Fog Signal')}/stance`,
    unpictured: true,
  },
  {
    name: 'examine',
    path: (idOf) => `/instruments/${idOf('the Purser')}/examine`,
    ready: 'from the room’s log',
  },
  {
    name: 'examine-quick',
    path: (idOf) => `/instruments/${idOf('Breakwater')}/examine?protocol=quick`,
    unpictured: true,
  },
  { name: 'map', path: (idOf) => `/instruments/${idOf('Second Engineer')}/map` },
  {
    name: 'map-inside',
    path: (idOf) => `/instruments/${idOf('Little Anchor')}/map?face=top+inside&part=upper+tone+bar`,
    unpictured: true,
  },
  {
    name: 'top',
    path: (idOf) => `/instruments/${idOf('Little Anchor')}/top`,
    // every top like it is drawn
    ready: 'to the glued shape. Only',
  },
  {
    name: 'weights',
    path: (idOf) => `/instruments/${idOf('Halyard')}/top/load-test`,
    ready: 'of what it did',
    unpictured: true,
  },
  {
    name: 'readings',
    path: (idOf) => `/instruments/${idOf('Breakwater')}/readings?of=bridgeGap.middle`,
    unpictured: true,
  },
  { name: 'photographs', path: (idOf) => `/instruments/${idOf('Breakwater')}/photographs` },
  { name: 'seasons', path: (idOf) => `/instruments/${idOf('the Purser')}/seasons` },
  { name: 'seasons-moved', path: (idOf) => `/instruments/${idOf('the Stowaway')}/seasons`, unpictured: true },
  { name: 'judgement', path: (idOf) => `/instruments/${idOf('Little Anchor')}/judgement` },
  {
    name: 'plans',
    path: (idOf) => `/instruments/${idOf('Night Boat')}/judgement#plans`,
    ready: 'Each plan over the same',
  },
  { name: 'work', path: (idOf) => `/instruments/${idOf('Night Boat')}/work` },
  { name: 'bench', path: () => '/bench', ready: 'leave it alone until' },
  { name: 'calendar', path: () => '/calendar', ready: 'When it is done' },
  { name: 'season', path: () => '/season', ready: 'Plan the season', unpictured: true },
  { name: 'step', path: (idOf) => `/bench/${idOf('Night Boat step')}`, ready: 'Start run 1' },
  { name: 'take-in', path: () => '/take-in' },
  { name: 'receipt', path: (idOf) => `/take-in/${idOf('Night Boat job')}`, unpictured: true },
  { name: 'owners', path: () => '/shop/owners', unpictured: true },
  { name: 'paper-texts', path: () => '/shop/papers', unpictured: true },
  { name: 'figures', path: () => '/shop/figures', unpictured: true },
  {
    name: 'papers',
    path: (idOf) => `/instruments/${idOf('Little Anchor')}/papers`,
    ready: 'pages.',
  },
  { name: 'details', path: (idOf) => `/instruments/${idOf('Fog Signal')}/details` },
  { name: 'new', path: () => '/instruments/new', unpictured: true },
  { name: 'air', path: () => '/air' },
  { name: 'shop', path: () => '/shop' },
  { name: 'hours', path: () => '/shop/hours', unpictured: true },
  { name: 'tools', path: () => '/shop/tools', unpictured: true },
  { name: 'protocols', path: () => '/shop/protocols', unpictured: true },
  { name: 'strings', path: () => '/shop/strings', unpictured: true },
  { name: 'repairs', path: () => '/shop/repairs', unpictured: true },
  { name: 'learned', path: () => '/shop/learned', unpictured: true },
  { name: 'exchange', path: () => '/shop/exchange', unpictured: true },
];

/** Views that also have a dark picture. */
export const DARK = ['shelf'];

/** Waits until a view has fetched everything, and says what it is for. */
export async function isReady(page: Page, { ready = '' }: Pick<View, 'ready'> = {}): Promise<void> {
  await page.waitForFunction(
    (words) => {
      const text = document.body.innerText;
      return !/Fetching…|Working out the ways/u.test(text) && text.includes(words);
    },
    { polling: 100 },
    ready,
  );
}

/** Ids of the shelf's instruments by nickname, `Night Boat job`, and `Night Boat step`: the job and step at hand. */
export async function shelfIds(address: string): Promise<(nickname: string) => string> {
  const { cards } = (await (await fetch(`${address}/api/shelf`)).json()) as {
    cards: { id: string; nickname: string }[];
  };
  const { jobs } = (await (await fetch(`${address}/api/bench`)).json()) as BenchPage;
  const steps = new Map<string, string>(
    jobs.flatMap(({ id, nickname, summary }) => [
      [`${nickname} job`, id] as const,
      ...summary.atHand.slice(0, 1).map(({ step }) => [`${nickname} step`, `${id}/${step}`] as const),
    ]),
  );
  return (nickname) => {
    const card = cards.find((one) => one.nickname === nickname);
    const found = card?.id ?? steps.get(nickname);
    if (!found) throw new Error(`${nickname} is not on the shelf, nor on the bench`);
    return found;
  };
}
