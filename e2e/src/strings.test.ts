import { randomUUID } from 'node:crypto';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { instrumentBody } from './bodies.js';
import { openPage } from './browser.js';
import { openContext } from './shared.js';
import { putTo, startProgram, type Program } from './program.js';

/** Strings and tunings of the shop's own, by the keys alone, until an instrument is strung with them. */
let program: Program;
let closeBrowser: () => Promise<void>;
let page: Page;
let hand: Hand;
const person = randomUUID();
const one = randomUUID();

beforeAll(async () => {
  program = await startProgram();
  await putTo(program, `people/${person}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await putTo(program, `instruments/${one}`, instrumentBody(person, 'the Barge'));
  const opened = await openContext();
  closeBrowser = opened.close;
  page = await openPage(opened.browser, `${program.address}/shop/strings`);
  hand = new Hand(page);
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

describe('strings of the shop’s own', () => {
  it('begin from a set of the house; what cannot be read is said, and the pull follows', async () => {
    await hand.sees('Together 714 N');
    await hand.tabTo('Our own, from this one');
    await hand.keys('Enter');
    await hand.tabTo('Name');
    await hand.replace('seven for the barge');
    await hand.tabTo('Add a string');
    await hand.keys('Enter');
    await hand.tabBack('String 7, gauge');
    await hand.type('.0640 mm');
    await hand.sees('no gauge of a guitar’s string');
    await hand.replace('.064');
    await hand.sees('No tuning names 7 strings yet');
    await hand.tabTo('Save the set');
    await hand.keys('Enter');
    await hand.sees('seven for the barge is saved');
    await page.reload();
    await hand.sees('seven for the barge');
  });

  it('are tuned by the names of their notes', async () => {
    await hand.tabTo('Add a tuning');
    await hand.keys('Enter');
    await hand.tabTo('Name');
    await hand.type('low B');
    await hand.keys('Tab');
    await hand.type('B1 E A D G H E');
    await hand.sees('“H” is no note');
    await hand.replace('B1 E A D G B E');
    await hand.sees('B1 E2 A2 D3 G3 B3 E4, lowest first');
    await hand.keys('Enter');
    await hand.sees('low B · B1 E2 A2 D3 G3 B3 E4');
  });

  it('are chosen on an instrument, with the tuning that fits them', async () => {
    await page.goto(`${program.address}/instruments/${one}/details`, { waitUntil: 'networkidle2' });
    await hand.pick('Strings', 'seven for');
    await hand.sees('B1');
    await hand.tabTo('Save the instrument');
    await hand.keys('Enter');
    await hand.sees('seven for the barge · low B · pull');
    const { stringPull, stringSet } = (await (
      await fetch(`${program.address}/api/instruments/${one}`)
    ).json()) as { stringPull: number; stringSet: string };
    expect(stringSet).toMatch(/^[\da-f]{8}-/u);
    expect(stringPull).toBeGreaterThan(780);
    await page.goto(`${program.address}/instruments/${one}/seasons`, { waitUntil: 'networkidle2' });
    await hand.sees('other strings: seven for the barge instead of light, 12–53');
  });
});
