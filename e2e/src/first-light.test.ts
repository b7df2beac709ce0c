import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { describeInstrument, setUpShop } from './first-run.js';
import { startProgram, type Program } from './program.js';

let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
let page: Page;
let hand: Hand;

beforeAll(async () => {
  program = await startProgram();
  ({ browser, close: closeBrowser } = await openContext());
  page = await openPage(browser, program.address);
  hand = new Hand(page);
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

/** From the room's humidity to the notes with Enter alone; each line as typed, the others skipped. */
async function protocol(lines: Record<string, string>): Promise<void> {
  await hand.tabTo('Room humidity');
  const left = new Map(Object.entries(lines));
  for (let i = 0; i < 200; i++) {
    const name = await hand.focused();
    if (name === 'Notes') break;
    const text = left.get(name);
    if (text === undefined) await hand.keys('Enter');
    else await hand.line(text);
    left.delete(name);
  }
  expect([...left.keys()]).toEqual([]);
}

describe('first light, from an empty folder, by keyboard alone', () => {
  it('asks who works here, then for the first instrument', async () => {
    await hand.sees('After five, over two years');
    await setUpShop(hand);
  });

  it('adds an instrument, keeps what was typed wrong and says what is accepted', async () => {
    await hand.keys('n');
    await hand.sees('A new instrument');
    await hand.tabTo('Name');
    await hand.type('Breakwater');
    await hand.tabTo('Scale length');
    await hand.type('2,5,4 in');
    await hand.sees('two decimal marks');
    await hand.keys('Enter');
    await hand.sees(/accepted: a length such as 7\/64/u);
    expect(await page.$$eval('input', (inputs) => inputs.map(({ value }) => value))).toContain('2,5,4 in');
    await hand.replace('25.4 in');
    await hand.sees('645.2 mm');
    // wood, strings and style are chosen by whoever knows them, and never guessed
    await hand.sees('choose the wood of the top');
    await hand.tabTo('Heel depth, board to cap');
    await hand.type('95');
    await hand.tabTo('Extension, join to board end');
    await hand.type('4 5/8');
    await hand.tabBack('Body joint at fret');
    await describeInstrument(hand);
    await page.waitForSelector('svg[aria-label^="0 of "]');
  });

  it('takes an examination in mixed units; the closure check catches a turned sign', async () => {
    await protocol({
      'Room humidity': '44',
      'Room temperature': '70 F',
      'Wood moisture': '8,5',
      'Action at fret 12, bass': '7/64; 7/64',
      'Action at fret 12, treble': '.083"',
      'Relief, bass': '8 thou',
      'Relief, treble': '=',
      'First-fret gap, bass': '19 thou',
      'First-fret gap, treble': '=',
      // read as into the bridge top although it stands above it
      'Straightedge at the bridge, bass': '-1,5',
      'Straightedge at the bridge, treble': '=',
      'Saddle showing, bass': '6.7 mm',
      'Saddle showing, treble': '5.3',
      'Bridge tilt': '0,4',
      'Belly behind the bridge': '3/32',
    });
    await hand.sees(/bass: readings disagree/u);
    await hand.sees(/Could the straightedge have the wrong sign\? 4\/64 would fit/u);
  });

  it('brings the draft back after a reload, and corrects the slip', async () => {
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees('An unsaved draft was brought back');
    await hand.tabTo('Straightedge at the bridge, bass');
    await hand.replace('1,5');
    await hand.sees(/bass: readings agree/u);
    await hand.sees(/treble: readings agree/u);
  });

  it('loses nothing while the program is gone, and saves when it is back', async () => {
    await program.kill();
    await hand.save();
    await hand.sees('does not answer');
    await program.restart();
    await hand.save();
    await hand.sees('as measured on');
    await hand.sees(/7\/64/u);
  });

  it('takes a second one, in another season, with a new bad value kept and explained', async () => {
    await hand.keys('2');
    await page.waitForSelector('svg[aria-label^="0 of "]');
    await hand.tabTo('Date');
    await hand.replace('14/2/2026');
    await hand.keys('Enter');
    await hand.tabBack('Room humidity');
    await protocol({
      'Room humidity': '31 %',
      'Room temperature': '19',
      'Action at fret 12, bass': '6.5/64',
      'Action at fret 12, treble': 'low',
      'Relief, bass': '0,18',
      'Relief, treble': '=',
      'First-fret gap, bass': '0.48',
      'First-fret gap, treble': '=',
      'Straightedge at the bridge, bass': '2',
      'Straightedge at the bridge, treble': '=',
      'Saddle showing, bass': '6.7',
      'Saddle showing, treble': '5.3',
    });
    await hand.save();
    await hand.sees('“low” is not a length');
    expect(await page.$$eval('input', (inputs) => inputs.map(({ value }) => value))).toContain('low');
    await hand.tabTo('Action at fret 12, treble');
    await hand.replace('5/64');
    await hand.save();
    await hand.sees('as measured on');
  });

  it('shows forecast and order, and all is still there after the server was killed', async () => {
    await hand.keys('5');
    await hand.sees('If the air is kept');
    await hand.sees('more findings');
    await hand.unfold();
    await hand.sees(/action peaks? about/u);
    await hand.sees(/creep not known yet. Measure again in/u);
    await hand.keys('7');
    await hand.sees('Repair order');
    await hand.keys('6');
    await hand.sees('What is wrong');
    await hand.sees(/wanted [57]\/64/u);
    await program.kill();
    await program.restart();
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.sees(/wanted [57]\/64/u);
    await hand.keys('S');
    await hand.sees('Breakwater');
    await hand.sees('measured 2 Sep 2026');
  });

  it('never loses one of two tabs that save the same examination', async () => {
    const [examination] = (
      (await (await fetch(`${program.address}/api/shelf`)).json()) as { cards: { id: string }[] }
    ).cards;
    const stored = (await (
      await fetch(`${program.address}/api/instruments/${examination!.id}/examinations`)
    ).json()) as { id: string }[];
    const url = `${program.address}/instruments/${examination!.id}/examine?examination=${stored.at(-1)!.id}`;
    const other = await openPage(browser, url);
    const otherHand = new Hand(other);
    await page.goto(url, { waitUntil: 'networkidle2' });
    // what is typed stands on what was there when it was begun
    await hand.toNotes();
    await hand.type('From this tab.');
    await otherHand.toNotes();
    await otherHand.type('From the other tab.');
    await otherHand.save();
    await otherHand.sees('as measured on');
    await hand.save();
    await hand.sees('Somebody else saved this examination');
    await hand.sees('From the other tab.');
    await hand.tabTo('Save my choices');
    await hand.keys('Enter');
    // a note that was stored is written over only with a word on why
    await hand.sees('say why: the old value stays');
    await hand.tabTo('Why it is corrected');
    await hand.type('said twice');
    await hand.save();
    await hand.sees('“From this tab.”');
    await other.close();
  });

  it('lists its keys on a sheet', async () => {
    await hand.keys('?');
    await hand.sees('save the examination');
    await hand.keys('Escape');
  });
});
