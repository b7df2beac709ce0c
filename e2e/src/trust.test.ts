import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { examinationBody, instrumentBody } from './bodies.js';
import { Hand } from './bench-hand.js';
import { openBrowser, openPage } from './browser.js';
import { openContext } from './shared.js';
import { startProgram, type Program } from './program.js';

const MAIN = fileURLToPath(new URL('../../server/dist/main.js', import.meta.url));

let program: Program;
const by = randomUUID();
const instrumentId = randomUUID();

beforeAll(async () => {
  program = await startProgram();
  await put(`people/${by}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${instrumentId}`, instrumentBody(by, 'Breakwater'));
});
afterAll(() => program.close());

async function put(path: string, body: unknown, to = program): Promise<number> {
  const response = await fetch(`${to.address}/api/${path}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  await response.text();
  return response.status;
}

const FINDINGS = ['bridge', 'cracks', 'tail'].map((point) => ({
  point,
  states: [],
  verdict: 'watch',
  words: 'seen',
}));

describe('trust', () => {
  it('killed in the middle of saving 200 examinations, it has lost none that it acknowledged and holds no half one', async () => {
    const acknowledged: string[] = [];
    const saves = Array.from({ length: 200 }, async (_, n) => {
      const id = randomUUID();
      const status = await put(`examinations/${id}`, {
        ...examinationBody(instrumentId, by, '2026-08-01', `number ${n}`),
        findings: FINDINGS,
      }).catch(() => 0);
      if (status === 200) acknowledged.push(id);
      if (acknowledged.length === 60) await program.kill();
    });
    await Promise.all(saves);
    expect(acknowledged.length).toBeGreaterThanOrEqual(60);
    expect(acknowledged.length).toBeLessThan(200);
    await program.restart();
    const stored = (await (
      await fetch(`${program.address}/api/instruments/${instrumentId}/examinations`)
    ).json()) as { id: string; readings: unknown[]; findings: unknown[] }[];
    const ids = new Set(stored.map(({ id }) => id));
    expect(acknowledged.filter((id) => !ids.has(id))).toEqual([]);
    const whole = ({ readings, findings }: (typeof stored)[number]) =>
      readings.length === 5 && findings.length === FINDINGS.length;
    expect(stored.filter((one) => !whole(one))).toEqual([]);
  });

  it('lets no second program onto its folder, and says so', async () => {
    const second = spawn(process.execPath, [MAIN], {
      env: { ...process.env, UPRIGHT_ELDER_DATA: program.folder, UPRIGHT_ELDER_PORT: '0' },
    });
    let words = '';
    second.stderr.on('data', (chunk: Buffer) => (words += chunk.toString()));
    const [code] = (await once(second, 'exit')) as [number];
    expect(code).toBe(1);
    expect(words).toMatch(/Another Upright Elder works on/u);
    expect(words).toContain(join(program.folder));
  });

  it('says that a demo is of another day, and ends to be written anew only when that was asked', async () => {
    const note = join(tmpdir(), `demo-${randomUUID()}`);
    const demo = await startProgram(undefined, { UPRIGHT_ELDER_DEMO: note });
    const { browser, close } = await openContext();
    const anew = () => fetch(`${demo.address}/api/demo/anew`, { method: 'POST' });
    // still being written: nothing to throw away
    expect((await anew()).status).toBe(503);
    expect((await fetch(`${program.address}/api/demo/anew`, { method: 'POST' })).status).toBe(503);
    writeFileSync(note, 'of these tables\n2026-08-31');
    await put(`people/${by}`, { version: 0, name: 'Isbel Crane', role: 'master' }, demo);
    await put(`instruments/${instrumentId}`, instrumentBody(by, 'Breakwater'), demo);
    const page = await openPage(browser, demo.address);
    const hand = new Hand(page);
    await hand.sees('This demo was written on 31 August 2026');
    await hand.tabTo('Write it again for today', 60);
    await hand.keys('Enter');
    await hand.sees('What you tried in this demo is thrown away');
    await hand.tabTo('Write it again');
    await hand.keys('Enter');
    await hand.sees('The demo is being written for today');
    await expect.poll(() => fetch(demo.address).catch(() => 'gone'), { timeout: 60_000 }).toBe('gone');
    // its start writes it, at the same address; the page then opens by itself
    writeFileSync(note, 'of these tables\n2026-09-02');
    await demo.restart();
    await hand.sees('The shelf');
    await page.waitForFunction(() => !document.body.innerText.includes('This demo was written'), {
      polling: 100,
    });
    rmSync(note);
    await demo.close();
    await close();
  });

  it('lays two copies of an instrument side by side when two people changed it, and keeps what is chosen of each', async () => {
    const { browser, close } = await openContext();
    const url = `${program.address}/instruments/${instrumentId}/details`;
    const pages = [await openPage(browser, url), await openPage(browser, url)] as const;
    const [mine, theirs] = [new Hand(pages[0]), new Hand(pages[1])];
    await theirs.tabTo('Maker');
    await theirs.type('Corvane');
    await theirs.keys('Enter');
    await theirs.sees(/as measured on|nothing is measured/u);
    await pages[0].bringToFront();
    await mine.tabTo('Owner');
    await mine.type('the Ferry Band Trust');
    await mine.tabTo('Maker', 80);
    await mine.type('Marlsden');
    await mine.keys('Enter');
    await mine.sees('Somebody else saved this instrument');
    await mine.sees('Theirs: Corvane');
    await mine.tabTo('Yours: Marlsden');
    await mine.keys('ArrowLeft');
    await mine.tabTo('Save my choices');
    await mine.keys('Enter');
    await mine.sees(/as measured on|nothing is measured/u);
    const stored = (await (
      await fetch(`${program.address}/api/instruments/${instrumentId}`)
    ).json()) as object;
    expect(stored).toMatchObject({ maker: 'Corvane', owner: 'the Ferry Band Trust', version: 3 });
    await close();
  });

  it('lets the shop choose what a bare number means, and old examinations keep their meaning', async () => {
    const older = randomUUID();
    const body = examinationBody(instrumentId, by, '2026-03-02');
    const typed = { quantity: 'action12', place: 'bass', text: '2.8', unit: 'mm' };
    await put(`examinations/${older}`, { ...body, readings: [typed] });
    const { browser, close } = await openContext();
    const page = await openPage(browser, `${program.address}/shop`);
    const hand = new Hand(page);
    await hand.tabTo('A bare number in each field');
    await hand.keys('Enter');
    await hand.pick('Action at fret 12', '/64');
    await hand.tabTo('Save the settings');
    await hand.keys('Enter');
    await hand.sees('settings are saved');
    await page.goto(`${program.address}/instruments/${instrumentId}/examine`, { waitUntil: 'networkidle2' });
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('7');
    await hand.sees('2.78 mm · 109 thou');
    // what was typed in millimetres is shown and saved as millimetres, whatever a bare number means today
    await page.goto(`${program.address}/instruments/${instrumentId}/examine?examination=${older}`, {
      waitUntil: 'networkidle2',
    });
    await hand.toNotes();
    await hand.type('seen again');
    await hand.save();
    await hand.sees('The examination is saved');
    const stored = (await (
      await fetch(`${program.address}/api/instruments/${instrumentId}/examinations`)
    ).json()) as { id: string; readings: { text: string; unit: string; value: number }[] }[];
    expect(stored.find(({ id }) => id === older)!.readings).toMatchObject([
      { text: '2.8', unit: 'mm', value: 0.0028 },
    ]);
    await page.goto(`${program.address}/instruments/${instrumentId}/readings?of=action12.bass`, {
      waitUntil: 'networkidle2',
    });
    await hand.sees('2.8 mm');
    await close();
  });

  it('brings a draft back after the browser itself was killed', async () => {
    const url = `${program.address}/instruments/${instrumentId}/examine`;
    const first = await openBrowser();
    const hand = new Hand(await openPage(first.browser, url));
    await hand.tabTo('Action at fret 12, bass');
    await hand.type('6.5/64');
    await hand.sees('2.58 mm');
    await new Promise((done) => setTimeout(done, 300));
    const ended = once(first.browser.process()!, 'exit');
    first.browser.process()!.kill('SIGKILL');
    await ended;
    const again = await openBrowser(first.profile);
    const later = new Hand(await openPage(again.browser, url));
    await later.sees('An unsaved draft was brought back');
    await later.sees('2.58 mm');
    await again.close();
  });
});
