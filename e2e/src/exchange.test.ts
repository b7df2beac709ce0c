import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Examination, Instrument } from '@upright-elder/contract';
import { unzipSync, zipSync } from 'fflate';
import type { ElementHandle, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { openScenario, type Scenario } from './scenario.js';

let scenario: Scenario;
let page: Page;
let hand: Hand;
let files: Record<string, Uint8Array> = {};
const folder = mkdtempSync(join(tmpdir(), 'upright-elder-in-and-out-'));
const says = (words: string) => hand.sees(words);
const radio = (name: string) => page.click(`::-p-aria([name="${name}"][role="radio"])`);
const ask = async <T>(path: string): Promise<T> =>
  (await (await fetch(`${scenario.program.address}/api/${path}`)).json()) as T;

beforeAll(async () => {
  scenario = await openScenario();
  page = await openPage(scenario.browser, `${scenario.program.address}/shop/exchange`);
  hand = new Hand(page);
});
afterAll(async () => {
  await scenario.close();
  rmSync(folder, { recursive: true, force: true });
});

interface ShopText {
  shop: { id: string; name: string };
  tables: Record<string, Record<string, unknown>[]>;
}

describe('in and out by hand', () => {
  it('one instrument goes out for the next shop, in a file that is saved', async () => {
    await radio('The next shop');
    await radio('Some instruments');
    await hand.tabTo('Night Boat');
    await hand.keys('Enter');
    await hand.tabTo('Make the file');
    await hand.keys('Enter');
    await says('Save Lantern Yard');
    const address = await page.$eval('a[download]', (link) => link.href);
    files = unzipSync(new Uint8Array(await (await fetch(address)).arrayBuffer()));
    const { tables } = JSON.parse(Buffer.from(files['shop.json']!).toString('utf8')) as ShopText;
    expect(tables['instrument']!.map(({ nickname }) => nickname)).toEqual(['Night Boat']);
    expect(tables['owner']).toBeUndefined();
  });

  it('what comes back is shown first: a day is corrected, one of two is kept, and all of it comes in', async () => {
    const boat = scenario.idOf('Night Boat');
    const added = randomUUID();
    const shop = JSON.parse(Buffer.from(files['shop.json']!).toString('utf8')) as ShopText;
    shop.shop = { id: 'ffffffff', name: 'Osk’s bench' };
    const { examination, instrument, edit } = shop.tables;
    examination!.push({ ...examination!.at(-1), id: added, date: '2026-13-40', notes: 'at the Osks’' });
    const [known] = instrument!;
    Object.assign(known!, { bodyJoin: 12, version: 2, fingerprint: 'theirs' });
    const now = '2026-08-25T08:00:00.000Z';
    edit!.push({
      tableName: 'instrument',
      rowId: boat,
      version: 2,
      at: now,
      by: known!['updatedBy'],
      why: 'counted',
      was: { bodyJoin: 14 },
    });
    const path = join(folder, 'back.zip');
    writeFileSync(path, zipSync({ ...files, 'shop.json': Buffer.from(JSON.stringify(shop)) }));
    const input = (await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(path);
    await says('From Osk’s bench');
    await says('One record cannot come in like this');
    await says('Accepted: a day such as 2026-12-18.');
    await hand.tabTo(/^examination, row \d+, date$/u);
    await hand.replace('2026-08-20');
    await hand.tabTo('Correct it');
    await hand.keys('Enter');
    await page.waitForFunction(() => !document.body.innerText.includes('cannot come in like this'));
    await says('New: 1 examination');
    await says('edited there since');
    await page.click('::-p-aria([name="Ours"][role="radio"])');
    await page.waitForSelector('[role="radio"][data-state="checked"]::-p-text(Ours)');
    await page.waitForFunction(() => document.body.innerText.includes('Take it in'));
    await hand.tabTo('Take it in');
    await hand.keys('Enter');
    await says('Taken in:');
    const all = await ask<Examination[]>(`instruments/${boat}/examinations`);
    expect(all.find(({ id }) => id === added)).toMatchObject({ date: '2026-08-20', notes: 'at the Osks’' });
    expect((await ask<Instrument>(`instruments/${boat}`)).bodyJoin).toBe(14);
  });

  it('what is no such file is refused in words', async () => {
    const path = join(folder, 'letter.zip');
    writeFileSync(path, 'Dear Isbel');
    const input = (await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(path);
    await says('This is no archive');
    await says('Nothing was written.');
  });
});
