import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Edit, Instrument, JobEventsPage, Owner } from '@upright-elder/contract';
import { draft, foldJob, plannedSteps, type EventDraft, type JobEvent } from '@upright-elder/core/jobs';
import { beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { freshFolder } from './testing/folders.js';
import { id, INSTRUMENT, instrumentBody, PERSON } from './testing/bodies.js';

const OTHER = id(3701);
let folder: string;
let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const post = (path: string, body: unknown) => server.call('POST', path, body);
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;
const owners = () => get<Owner[]>('owners');

beforeAll(async () => {
  folder = freshFolder();
  server = await startApp(folder);
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody({ owner: 'Maud Petrel' }));
  await put(`instruments/${OTHER}`, instrumentBody({ nickname: 'Kittiwake', owner: ' maud  PETREL ' }));
});

describe('owners', () => {
  it('are one for one name, however it is typed, and another name is another owner', async () => {
    const [maud, ...more] = await owners();
    expect(more).toEqual([]);
    expect(maud).toMatchObject({ name: 'Maud Petrel', checked: true, erased: false });
    expect(maud!.instruments.map(({ nickname }) => nickname)).toEqual(['Kittiwake', 'the Purser']);
    const kittiwake = await get<Instrument & { version: number }>(`instruments/${OTHER}`);
    expect(kittiwake).toMatchObject({ owner: 'Maud Petrel', ownerId: maud!.id });
    await put(
      `instruments/${OTHER}`,
      instrumentBody({ nickname: 'Kittiwake', owner: 'Edwin Skua', version: 1 }),
    );
    expect((await owners()).map(({ name }) => name)).toEqual(['Edwin Skua', 'Maud Petrel']);
    await put(
      `instruments/${OTHER}`,
      instrumentBody({ nickname: 'Kittiwake', owner: 'Maud Petrel', version: 2 }),
    );
  });

  it('are renamed once for all that is theirs, and found by name', async () => {
    const maud = (await owners()).find(({ name }) => name === 'Maud Petrel')!;
    const { id: of, instruments: _i, erased: _e, updatedAt: _u, ...input } = maud;
    const saved = await put(`owners/${of}`, {
      ...input,
      name: 'Maud Petrell',
      reach: '0123 456',
      by: PERSON,
    });
    expect(saved.status).toBe(200);
    expect(await get<Instrument>(`instruments/${INSTRUMENT}`)).toMatchObject({ owner: 'Maud Petrell' });
    const { total } = await get<{ total: number }>('shelf?search=petrell');
    expect(total).toBe(2);
  });

  it('of one name that are two people are parted', async () => {
    const maud = (await owners()).find(({ name }) => name === 'Maud Petrell')!;
    const parted = await post(`owners/${maud.id}/part`, { instruments: [OTHER], by: PERSON });
    expect(parted.body).toMatchObject({ name: 'Maud Petrell', instruments: [{ id: OTHER }] });
    expect((await owners()).filter(({ name }) => name === 'Maud Petrell')).toHaveLength(2);
  });

  it('leave when it is asked: name, ways to reach, prices and what they said are in no file, and the job stays', async () => {
    const job = randomUUID();
    let stamp = Date.parse('2026-11-20T09:00:00Z');
    const event = (one: EventDraft): JobEvent => ({
      ...one,
      job,
      by: PERSON,
      with: [],
      device: 'tablet',
      clockRun: 0,
      seq: stamp % 1000,
      at: stamp,
      stamp: (stamp += 1),
      v: 1,
    });
    const acting = { newId: randomUUID };
    const line = randomUUID();
    const sent = [
      draft(acting, 'opened', null, {
        instrument: INSTRUMENT,
        name: 'Set-up',
        from: 'by hand',
        asked: 'Zanzibar says it buzzes',
      }),
      draft(acting, 'plan taken', null, {
        version: 1,
        steps: plannedSteps(['set-up'], [], { edits: {}, own: [] }, randomUUID),
      }),
      draft(acting, 'ordered', null, { line, say: 'Zanzibar wants it lower', from: 'owner' }),
      draft(acting, 'note', null, { say: 'saddle is bone' }),
    ].map(event);
    expect((await post('jobs/events', { events: sent })).status).toBe(200);
    const before = await get<Instrument & { version: number }>(`instruments/${INSTRUMENT}`);
    await put(
      `instruments/${INSTRUMENT}`,
      instrumentBody({
        owner: 'Maud Petrell',
        complaint: 'Zanzibar hears a rattle',
        worthToOwner: { text: '4321' },
        version: before.version,
      }),
    );
    await put(
      `instruments/${INSTRUMENT}`,
      instrumentBody({ owner: 'Maud Petrell', complaint: '', version: before.version + 1 }),
    );
    const maud = (await get<Instrument>(`instruments/${INSTRUMENT}`)).ownerId!;
    const gone = await post(`owners/${maud}/erase`, { by: PERSON });
    expect(gone.body).toMatchObject({ name: 'erased', reach: '', erased: true });
    const { events } = await get<JobEventsPage>(`jobs/${job}/events`);
    const now = foldJob(job, events as JobEvent[]);
    expect(now).toMatchObject({ asked: 'erased', notes: [{ say: 'saddle is bone' }] });
    expect([...now.lines.values()][0]).toMatchObject({ say: 'erased', state: 'ordered' });
    // a device that sends it again is answered as before
    expect((await post('jobs/events', { events: sent })).status).toBe(200);
    expect(JSON.stringify(await get(`edits/instrument/${INSTRUMENT}`))).not.toContain('Zanzibar');
    expect(JSON.stringify(await get<Edit[]>(`edits/owner/${maud}`))).not.toContain('Petrel');
    // the other of that name stays, and nothing is written to what was erased
    expect((await owners()).filter(({ erased }) => !erased).map(({ name }) => name)).toContain(
      'Maud Petrell',
    );
    const again = await put(`owners/${maud}`, {
      version: 3,
      name: 'Maud',
      reach: '',
      note: '',
      checked: true,
      by: PERSON,
    });
    expect(again.status).toBeGreaterThanOrEqual(400);
    await server.app.close();
    const bytes = readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((one) => one.isFile())
      .map((one) => readFileSync(join(one.parentPath, one.name)).toString('latin1'))
      .join('');
    expect(bytes).toContain('saddle is bone');
    for (const word of ['Zanzibar', '4321', '0123 456']) expect(bytes).not.toContain(word);
    rmSync(folder, { recursive: true, force: true });
  });
});
