import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Hand } from './bench-hand.js';
import { openBrowser, openPage } from './browser.js';
import { startProgram, type Program } from './program.js';

const MAIN = fileURLToPath(new URL('../../server/dist/main.js', import.meta.url));

let program: Program;
const by = randomUUID();
const instrumentId = randomUUID();

beforeAll(async () => {
  program = await startProgram();
  await put(`people/${by}`, { version: 0, name: 'Isbel Crane', role: 'owner' });
  await put(`instruments/${instrumentId}`, {
    version: 0,
    by,
    nickname: 'Breakwater',
    maker: '',
    identity: '',
    owner: '',
    complaint: '',
    playingStyle: 'medium',
    reliefSchool: 'moderate',
    homeRoomId: null,
    type: 'flat-top',
    bodyJoin: 14,
    stringSet: 'light',
    tuning: 'standard',
    topSpecies: 'sitka-spruce',
    laminatedTop: false,
    construction: '',
    rod: 'none',
    scale: { text: '645', unit: 'mm' },
  });
});
afterAll(() => program.close());

async function put(path: string, body: unknown): Promise<number> {
  const response = await fetch(`${program.address}/api/${path}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  await response.text();
  return response.status;
}

function examination(n: number) {
  const reading = (quantity: string, text: string) => ({ quantity, side: 'both', text, unit: 'mm' });
  return {
    version: 0,
    instrumentId,
    by,
    date: '2026-08-01',
    notes: `number ${n}`,
    conditions: {
      humidity: '50',
      temperature: '20',
      temperatureUnit: '°C',
      strings: 'pitch',
      afterWork: false,
      reliefFrom: 1,
      reliefTo: 14,
    },
    readings: [
      reading('action12', '7/64'),
      reading('relief', '0.2'),
      reading('firstFretGap', '0.48'),
      reading('straightedge', '0.5'),
      reading('saddleShowing', '5'),
    ],
  };
}

describe('trust', () => {
  it('killed in the middle of saving 200 examinations, it has lost none that it acknowledged and holds no half one', async () => {
    const acknowledged: string[] = [];
    const saves = Array.from({ length: 200 }, async (_, n) => {
      const id = randomUUID();
      const status = await put(`examinations/${id}`, examination(n)).catch(() => 0);
      if (status === 200) acknowledged.push(id);
      if (acknowledged.length === 60) await program.kill();
    });
    await Promise.all(saves);
    expect(acknowledged.length).toBeGreaterThanOrEqual(60);
    expect(acknowledged.length).toBeLessThan(200);
    await program.restart();
    const stored = (await (
      await fetch(`${program.address}/api/instruments/${instrumentId}/examinations`)
    ).json()) as { id: string; readings: unknown[] }[];
    const ids = new Set(stored.map(({ id }) => id));
    expect(acknowledged.filter((id) => !ids.has(id))).toEqual([]);
    expect(stored.filter(({ readings }) => readings.length !== 5)).toEqual([]);
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
