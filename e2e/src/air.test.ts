import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage, type Pages } from './browser.js';
import { openContext } from './shared.js';
import { startProgram, type Program } from './program.js';

let program: Program;
let browser: Pages;
let closeBrowser: () => Promise<void>;
let page: Page;
let hand: Hand;

beforeAll(async () => {
  // a reading by hand is of this moment, so the clock runs
  program = await startProgram(new Date().toISOString());
  ({ browser, close: closeBrowser } = await openContext());
  page = await openPage(browser, `${program.address}/air`);
  hand = new Hand(page);
});
afterAll(async () => {
  await closeBrowser();
  await program.close();
});

/** A logger's file of hourly readings with a few broken lines. */
function loggerFile(hours: number): string {
  const lines = Array.from({ length: hours }, (_, i) => {
    const at = new Date(Date.UTC(2026, 0, 1) + i * 3600000).toISOString();
    return i % 500 === 499
      ? 'battery low'
      : `${at};${(47 + 12 * Math.sin(i / 1400)).toFixed(1).replace('.', ',')};20,5`;
  });
  const path = join(mkdtempSync(join(tmpdir(), 'upright-elder-log-')), 'loft.csv');
  writeFileSync(path, ['Timestamp;Humidity %;Temperature °C', ...lines].join('\r\n'));
  return path;
}

/** What it is is asked when it is made. */
async function addRoom(name: string, kind: string): Promise<void> {
  await hand.tabTo('Another room');
  await hand.line(name);
  await hand.sees('say what it is');
  await hand.pick('It is', kind);
  await hand.tabTo('Add the room');
  await hand.keys('Enter');
}

describe('the air of a room', () => {
  it('takes a room, then a logger’s file once however often it is given, and lists broken lines', async () => {
    await addRoom('Loft', 'a store');
    await hand.sees('0 readings');
    const path = loggerFile(5000);
    for (const words of [
      /4,990 of 4,990 readings taken: 4,990 new, 0 known before, 10 lines skipped/u,
      /4,990 new|0 new, 4,990 known before/u,
    ]) {
      const input = await page.waitForSelector('input[type=file]');
      await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path);
      await hand.sees(words);
    }
    await hand.sees(/0 new, 4,990 known before/u);
    await hand.sees('months of room log, the rest from a usual climate');
  });

  it('says what a file without headings would need', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'upright-elder-log-')), 'odd.csv');
    writeFileSync(path, 'a,b\n1,2\n');
    const input = await page.waitForSelector('input[type=file]');
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path);
    await hand.sees('such as “time,humidity,temperature” is accepted');
  });

  it('asks about a log that is odd: degrees without a unit, a sensor at its end, one that stands still, a clock never set', async () => {
    await addRoom('Store', 'a store');
    await hand.sees('· 0 readings');
    await page.evaluate(() =>
      [...document.querySelectorAll('button')].find((one) => one.textContent.startsWith('Store'))!.click(),
    );
    await page.waitForFunction(() => document.querySelector('section h2')?.textContent === 'Store');
    const rows = Array.from({ length: 240 }, (_, i) => {
      const at = new Date(Date.UTC(2026, 1, 1) + i * 3600000).toISOString().slice(0, 16).replace('T', ' ');
      const humidity = i > 200 && i < 206 ? 100 : i > 40 && i < 120 ? 52 : 45 + (i % 7);
      return `${at},${humidity},${68 + (i % 3)}`;
    });
    const path = join(mkdtempSync(join(tmpdir(), 'upright-elder-log-')), 'store.csv');
    writeFileSync(path, ['time,humidity,temperature', '2000-01-01 00:00,50,70', ...rows].join('\n'));
    const input = await page.waitForSelector('input[type=file]');
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path);
    await hand.sees('235 of 235 readings taken: 235 new, 0 known before, 6 lines skipped');
    await hand.sees('taken as °F');
    await hand.sees('it did not move at 52 %: is the sensor working?');
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-fold]')]
        .find((one) => one.textContent === 'Skipped lines')!
        .click(),
    );
    await hand.sees('the sensor is stuck at its end (100 %)');
    await hand.sees('the logger’s clock was not set');
    await page.evaluate(() =>
      [...document.querySelectorAll('button')].find((one) => one.textContent.startsWith('Loft'))!.click(),
    );
    await page.waitForFunction(() => document.querySelector('section h2')?.textContent === 'Loft');
  });

  it('takes a single reading by hand and refuses a wrong one', async () => {
    await hand.tabTo('Humidity now');
    await hand.type('140');
    await hand.sees('outside what a percentage can be');
    await hand.replace('58');
    await hand.keys('Tab');
    await hand.line('70 F');
    await hand.sees('The reading is saved');
    await hand.sees('4,991 readings');
  });
});

describe('a logger that writes into the folder', () => {
  it('is found by its name, and what became of its file is said', async () => {
    await page.goto(`${program.address}/air`, { waitUntil: 'networkidle2' });
    await hand.tabTo('The room and its hygrometer');
    await hand.keys('Enter');
    await hand.tabTo('Its logger’s files begin with');
    await hand.line('loft');
    await hand.sees('The room is saved');
    const rows = Array.from(
      { length: 48 },
      (_, i) => `${new Date(Date.UTC(2025, 5, 1) + i * 3600000).toISOString()},55,${i === 9 ? 'broken' : 20}`,
    );
    writeFileSync(
      join(program.folder, 'logger', 'loft june.csv'),
      ['time,humidity,temperature', ...rows].join('\n'),
    );
    await hand.sees('loft june.csv');
    await hand.sees('47 readings: 47 new, 0 known before, 1 lines skipped');
  });
});
