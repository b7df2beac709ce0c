import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { ElementHandle, Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openPage } from './browser.js';
import { INSTRUMENTS, openScenario, type Scenario } from './scenario.js';

let scenario: Scenario;
let page: Page;
let hand: Hand;
beforeAll(async () => {
  scenario = await openScenario();
  page = await openPage(scenario.browser, 'about:blank');
  hand = new Hand(page);
});
afterAll(() => scenario.close());

const made = async (nickname: string, asked: Record<string, string>) => {
  const query = new URLSearchParams({
    size: 'A4',
    ownerName: 'yes',
    prices: 'yes',
    shopNotes: 'yes',
    ...asked,
  });
  const answer = await fetch(
    `${scenario.program.address}/api/instruments/${scenario.idOf(nickname)}/papers?${query.toString()}`,
  );
  if (!answer.ok) throw new Error(await answer.text());
  return new Uint8Array(await answer.arrayBuffer());
};

interface Sheet {
  words: { text: string; x: number; y: number; width: number }[];
  right: number;
}
const read = async (bytes: Uint8Array): Promise<Sheet[]> => {
  const pdf = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const sheets: Sheet[] = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const sheet = await pdf.getPage(n);
    const [, , right = 0] = sheet.view;
    const { items } = await sheet.getTextContent();
    sheets.push({
      right,
      words: items.flatMap((one) =>
        'str' in one && one.str.trim() !== ''
          ? [
              {
                text: one.str,
                x: one.transform[4] as number,
                y: one.transform[5] as number,
                width: one.width,
              },
            ]
          : [],
      ),
    });
  }
  return sheets;
};

describe('every paper of the demo', () => {
  it.each(INSTRUMENTS)(
    'is whole: no sign lost, nothing over an edge, nothing set upon something else: %s',
    async (nickname) => {
      for (const size of ['A4', 'Letter']) {
        const bytes = await made(nickname, {
          of: 'condition,estimate,consent,job sheet,shop list,job report,seasons,quick look',
          for: 'owner',
          size,
        });
        const sheets = await read(bytes);
        for (const [n, { words, right }] of sheets.entries()) {
          const where = `${nickname}, ${size}, page ${n + 1}`;
          // what no face has would stand as a box
          expect(
            words.filter(({ text }) => text.includes('\u25a1')),
            where,
          ).toEqual([]);
          for (const { text, x, y, width } of words) {
            expect(x + width, `“${text}”, ${where}`).toBeLessThanOrEqual(right - 30);
            expect(y, `“${text}”, ${where}`).toBeGreaterThan(25);
          }
          const upon = words.flatMap((one, i) =>
            words
              .slice(i + 1)
              .filter(
                (other) =>
                  Math.abs(one.y - other.y) < 1 &&
                  Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x) > 2,
              )
              .map((other) => `“${one.text}” and “${other.text}”`),
          );
          expect(upon, where).toEqual([]);
        }
      }
    },
  );

  it('is a file in which qpdf finds nothing, where it is installed', async (of) => {
    const path = join(tmpdir(), `paper-${process.pid}.pdf`);
    writeFileSync(path, await made('Night Boat', { of: 'condition,estimate', for: 'owner' }));
    const checked = spawnSync('qpdf', ['--check', path], { encoding: 'utf8' });
    if (checked.error) {
      console.log('qpdf is not installed: not run');
      of.skip();
    }
    expect(checked.stdout + checked.stderr).toMatch(/No syntax or stream encoding errors/u);
  });
});

describe('papers by hand', () => {
  it('are chosen by keyboard, shown as they are printed, and leave out what is not theirs', async () => {
    await page.goto(`${scenario.program.address}/instruments/${scenario.idOf('Night Boat')}/stance`, {
      waitUntil: 'networkidle2',
    });
    await hand.keys('0');
    await hand.sees(/\d pages\./u);
    const shown = () => page.$eval('form[aria-label="Give it out"] a.quiet', (link) => link.href);
    expect(await shown()).toContain('ownerName=yes');
    // the owner’s papers are his alone
    await hand.sees('Estimate');
    await hand.tabTo('The owner');
    await hand.keys('2');
    await page.waitForFunction(() => !document.body.innerText.includes('Estimate'));
    expect(await shown()).toContain('prices=no');
    await hand.sees(/\d pages\./u);
    const bytes = new Uint8Array(await (await fetch(await shown())).arrayBuffer());
    const text = (await read(bytes)).map(({ words }) => words.map((one) => one.text).join(' ')).join(' ');
    expect(text).toContain('Night Boat');
    expect(text).toContain('for the next luthier');
    for (const theirs of ['Ferry Band', '£']) expect(text).not.toContain(theirs);
    // as many sheets are shown as the file has pages
    const drawn = await page.$$eval('section[aria-label=Preview] canvas', (all) => all.length);
    expect(drawn).toBe((await read(bytes)).length);
  });

  it('go out as an estimate, are kept, come back signed, and a job that leaves what was agreed asks again', async () => {
    const { address } = scenario.program;
    const boat = scenario.idOf('Night Boat');
    const api = async <T>(path: string, method = 'GET', body?: unknown): Promise<T> => {
      const answer = await fetch(`${address}/api/${path}`, {
        method,
        headers: { 'content-type': 'application/json' },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      if (!answer.ok) throw new Error(await answer.text());
      return (await answer.json()) as T;
    };
    const textOf = async (url: string) =>
      (await read(new Uint8Array(await (await fetch(url)).arrayBuffer())))
        .map(({ words }) => words.map((one) => one.text).join(' '))
        .join(' ');
    const giveOut = async () => {
      await hand.tabTo('To whom');
      await hand.replace('Mrs Quill');
      await hand.keys('Enter');
      // it is worked out first, which takes its time
      await hand.sees('Given out, and kept as it is.');
      await hand.isAt('Print or save it');
      return page.$eval('form[aria-label="Give it out"] a.act', (link) => link.href);
    };
    await page.goto(`${address}/instruments/${boat}/papers`, { waitUntil: 'networkidle2' });
    for (const [off, on] of [
      [/^Condition report/u, /^Estimate/u],
      [/^Consent/u, null],
    ] as const) {
      await hand.tabTo(off);
      await hand.keys('Space');
      if (on) {
        await hand.tabTo(on);
        await hand.keys('Space');
      }
    }
    await hand.sees(/\d pages\./u);
    const first = await textOf(await giveOut());
    expect(first).toContain('Estimate: Night Boat');
    expect(first).not.toContain('version 2');
    await hand.sees('Given out, and kept as it is.');
    // an hour costs more by now: the next estimate says so, and the first stays what it was
    const { today: _today, zone: _zone, ...shop } = await api<Record<string, unknown>>('shop');
    await api('shop', 'PUT', { ...shop, rate: '95' });
    await page.reload({ waitUntil: 'networkidle2' });
    await hand.tabTo(/^Condition report/u);
    await hand.keys('Space');
    await hand.tabTo(/^Estimate/u);
    await hand.keys('Space');
    const second = await textOf(await giveOut());
    expect(second).toContain('version 2');
    expect(second).toMatch(/Changed since .*: now £/u);
    const given = await api<{ id: string; of: string[]; onward: unknown[] }[]>(
      `instruments/${boat}/papers/given`,
    );
    expect(given.map(({ of }) => of.join())).toEqual(['estimate', 'estimate,consent']);
    expect(await textOf(`${address}/api/papers/${given[1]!.id}`)).toBe(first);

    // the yes to its job is noted with what came back signed
    await page.goto(`${address}/instruments/${boat}/work`, { waitUntil: 'networkidle2' });
    await hand.sees('steps left');
    await hand.tabTo(/^What was asked for/u);
    await hand.keys('Enter');
    await hand.tabTo('Note a yes');
    await hand.keys('Enter');
    const picture = join(tmpdir(), `answer-${process.pid}.pdf`);
    writeFileSync(picture, '%PDF-1.7\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n');
    const field = await page.waitForSelector('form[aria-label="Note a yes"] input[type=file]');
    await (field as ElementHandle<HTMLInputElement>).uploadFile(picture);
    await hand.tabTo('Note it');
    await hand.keys('Enter');
    await hand.sees(/Agreed on a signed paper/u);
    await hand.sees('The answer');
    expect(await hand.text()).not.toContain('The owner has not agreed to this');
    // what is added afterwards was not agreed to
    await hand.tabTo(/^Change the job/u);
    await hand.keys('Enter');
    await hand.tabTo('Add a step');
    await hand.keys('Enter');
    await hand.type('warm and flatten');
    await hand.keys('Enter');
    await hand.sees('The owner has not agreed to this. Ask first.');
  });
});
