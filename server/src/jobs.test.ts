import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type {
  Instrument,
  Mark,
  Examination,
  BackupState,
  BenchPage,
  Intervention,
  JobEventsPage,
  JobOfList,
  Problem,
} from '@upright-elder/contract';
import {
  ACTS,
  draft,
  foldJob,
  onward,
  plannedSteps,
  standingOf,
  stepsOf,
  type EventDraft,
  type JobEvent,
} from '@upright-elder/core/jobs';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { restoreBackup } from './backups/backup-file.js';
import { freshFolder } from './testing/folders.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { id, INSTRUMENT, instrumentBody, interventionBody, PERSON } from './testing/bodies.js';

let server: AppUnderTest;
const TOBIN = id(8001);
const BENCH = { edits: {}, own: [] };
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const post = (events: object[]) => server.call('POST', 'jobs/events', { events });
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`people/${TOBIN}`, { version: 0, name: 'Tobin Marsh', role: 'apprentice' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody({}));
});
afterAll(() => server.close());

/** A device that writes a job here and sends it later. */
function device(treatments: readonly TreatmentId[], instrument = INSTRUMENT) {
  const job = randomUUID();
  const events: JobEvent[] = [];
  const state = { now: Date.parse('2026-11-24T08:00:00Z'), sent: 0 };
  const write = (drafts: readonly EventDraft[], by = PERSON): JobEvent[] =>
    drafts.map((one) => {
      const event: JobEvent = {
        ...one,
        job,
        by,
        with: [],
        device: 'tablet',
        clockRun: 0,
        seq: events.length,
        at: state.now,
        stamp: (state.now += 1),
        v: 1,
      };
      events.push(event);
      return event;
    });
  const acting = (by = PERSON) => ({ newId: randomUUID, by, now: state.now });
  const fold = () => foldJob(job, events);
  write([
    draft(acting(), 'opened', null, { instrument, name: 'a job', from: 'by hand' }),
    draft(acting(), 'clock checked', null, { offset: 0, error: 5 }),
    draft(acting(), 'plan taken', null, {
      version: 1,
      steps: plannedSteps(treatments, [], BENCH, randomUUID),
    }),
  ]);
  return {
    job,
    events,
    state,
    write,
    acting,
    fold,
    first: () => stepsOf(fold())[0]!,
    send: async () => {
      const answer = await post(events.slice(state.sent));
      if (answer.status === 200) state.sent = events.length;
      return answer;
    },
  };
}
const stored = async (job: string) => {
  const { events } = await get<JobEventsPage>(`jobs/${job}/events`);
  return foldJob(job, events as JobEvent[]);
};

describe('what a job writes of its instrument', () => {
  const EIGHT = id(8040);
  const MARK = id(8041);
  beforeAll(async () => {
    await put(`instruments/${EIGHT}`, instrumentBody({ nickname: 'Eider' }));
    await put(`marks/${MARK}`, {
      version: 0,
      instrumentId: EIGHT,
      by: PERSON,
      face: 'top',
      kind: 'crack',
      brace: null,
      name: 'by the pickguard',
      sightings: [
        {
          date: '2026-11-02',
          examinationId: null,
          path: [
            [0.1, 0.1],
            [0.16, 0.1],
          ],
          from: null,
          to: null,
          ruler: null,
          width: '0.2 mm',
          depth: null,
          through: null,
          state: 'moving',
          cleated: false,
          note: '',
        },
      ],
    });
  });
  const stored = async () =>
    (await get<Mark[]>(`instruments/${EIGHT}/marks`)).find((one) => one.id === MARK)!;
  const mark = async () => (await stored()).sightings.filter(({ struck }) => !struck);

  it('marks and build, once the step is finished; opened again, it is taken back', async () => {
    const one = device(['close-crack', 'find-joint'], EIGHT);
    const step = stepsOf(one.fold()).find(({ treatment }) => treatment === 'close-crack')!;
    one.write([
      draft(one.acting(), 'begun', step.id, {}),
      draft(one.acting(), 'mended', step.id, {
        marks: [{ mark: MARK, state: 'repaired', cleated: true }],
        build: { neckJoint: 'dowelled' },
        was: { neckJoint: null },
      }),
    ]);
    await one.send();
    expect(await mark()).toHaveLength(1);
    one.write([draft(one.acting(), 'finished', step.id, {})]);
    await one.send();
    expect((await mark()).at(-1)).toMatchObject({
      date: '2026-11-24',
      state: 'repaired',
      cleated: true,
      width: null,
    });
    expect((await get<Instrument>(`instruments/${EIGHT}`)).build?.neckJoint).toBe('dowelled');
    // written by hand it is not changed: its job says so
    const { corrections: _c, strikes: _s, id: _i, byName: _b, updatedAt: _u, ...input } = await stored();
    const refused = await put(`marks/${MARK}`, {
      ...input,
      sightings: input.sightings.slice(0, 1),
      why: 'no',
    });
    expect((refused.body as Problem).errors![0]!.reason).toContain('a finished step of a job');
    one.write([draft(one.acting(), 'reopened', step.id, { why: 'it opened again' })]);
    await one.send();
    expect(await mark()).toMatchObject([{ date: '2026-11-02', state: 'moving' }]);
    expect((await get<Instrument>(`instruments/${EIGHT}`)).build?.neckJoint).toBeUndefined();
  });

  it('readings as an examination at the bench, corrected and crossed out through the job alone', async () => {
    const one = device(['set-up'], EIGHT);
    const examination = randomUUID();
    const read = (text: string, place = 'bass') =>
      draft(one.acting(), 'reading', one.first().id, {
        what: 'Action at fret 12',
        quantity: 'action12',
        place,
        text,
        unit: 'mm',
        value: null,
        strings: 'at pitch',
        examination,
      });
    const [bass, again] = one.write([read('2.8'), read('2.5'), read('2.1', 'treble')]);
    expect((await one.send()).status).toBe(200);
    const known = () => get<Examination[]>(`instruments/${EIGHT}/examinations`);
    const [taken] = await known();
    expect(taken).toMatchObject({
      id: examination,
      protocolName: 'At the bench',
      conditions: { strings: 'pitch' },
    });
    expect(taken!.readings.map(({ place, text }) => `${place} ${text}`).sort()).toEqual([
      'bass 2.5',
      'treble 2.1',
    ]);
    const {
      id: _i,
      byName: _b,
      updatedAt: _u,
      struck: _s,
      strikes: _k,
      corrections: _c,
      notesWritten: _n,
      protocolName: _p,
      ...input
    } = taken!;
    expect((await put(`examinations/${examination}`, { ...input, notes: 'more' })).status).toBe(422);
    one.write([
      draft(one.acting(), 'corrects', null, {
        event: again!.id,
        does: 'changes',
        fields: { text: '2.4' },
        why: 'slip',
      }),
    ]);
    await one.send();
    expect((await known())[0]!.readings.map(({ text }) => text)).toContain('2.4');
    one.write(
      one.events
        .filter(({ kind }) => kind === 'reading')
        .map(({ id: event }) =>
          draft(one.acting(), 'corrects', null, { event, does: 'strikes', why: 'wrong instrument' }),
        ),
    );
    await one.send();
    expect(await known()).toEqual([]);
    expect(bass).toBeDefined();
  });

  it('refuses a correction after which nobody could read it', async () => {
    const one = device(['set-up'], EIGHT);
    const [glued, read] = one.write([
      draft(one.acting(), 'joint glued', one.first().id, {
        joint: randomUUID(),
        parts: 'brace to top',
        glue: 'hot hide glue',
        handlingAt: one.state.now,
        tensionAt: one.state.now,
      }),
      draft(one.acting(), 'reading', one.first().id, {
        what: 'Action',
        quantity: 'action12',
        place: 'bass',
        text: '2.8',
        unit: 'mm',
        value: null,
        examination: randomUUID(),
      }),
    ]);
    expect((await one.send()).status).toBe(200);
    for (const [event, fields] of [
      [glued!.id, { handlingAt: 'tomorrow' }],
      [glued!.id, { at: 'noon' }],
      [glued!.id, { weight: 3 }],
      [read!.id, { text: 'seven' }],
    ] as const) {
      const before = one.events.length;
      one.write([draft(one.acting(), 'corrects', null, { event, does: 'changes', fields, why: 'a slip' })]);
      expect((await one.send()).status, JSON.stringify(fields)).toBe(422);
      one.events.length = before;
    }
    one.write([
      draft(one.acting(), 'corrects', null, {
        event: read!.id,
        does: 'changes',
        fields: { text: '7/64' },
        why: 'a slip',
      }),
    ]);
    expect((await one.send()).status).toBe(200);
  });

  it('leaves the examination of another instrument alone, whatever id is sent', async () => {
    const nine = id(8042);
    await put(`instruments/${nine}`, instrumentBody({ nickname: 'Dunlin' }));
    const [mine, theirs] = [device(['set-up'], EIGHT), device(['set-up'], nine)];
    const examination = randomUUID();
    for (const [of, text] of [
      [mine, '2.8'],
      [theirs, '9.9'],
    ] as const) {
      of.write([
        draft(of.acting(), 'reading', of.first().id, {
          what: 'Action',
          quantity: 'action12',
          place: 'bass',
          text,
          unit: 'mm',
          value: null,
          examination,
        }),
      ]);
      expect((await of.send()).status).toBe(200);
    }
    const taken = await get<Examination>(`examinations/${examination}`);
    expect(taken).toMatchObject({ instrumentId: EIGHT, readings: [{ text: '2.8' }] });
  });

  it('refuses a reading that nobody can read, with its field', async () => {
    const one = device(['set-up'], EIGHT);
    one.write([
      draft(one.acting(), 'reading', null, {
        what: 'Action',
        quantity: 'action12',
        place: 'bass',
        text: 'seven',
        unit: 'mm',
        value: null,
      }),
    ]);
    const answer = await one.send();
    expect(answer.status).toBe(422);
    expect((answer.body as Problem).errors![0]!.field).toBe('events.3.body.text');
  });
});

describe('a backup', () => {
  it('brought back into a fresh folder has every job as it was, to the same fold', async () => {
    const one = device(['reglue-brace', 'set-up']);
    for (let i = 0; i < 20; i += 1) one.write(onward(one.fold(), one.first(), one.acting(), BENCH));
    one.write([
      draft(one.acting(), 'corrects', null, { event: one.events[5]!.id, does: 'strikes', why: 'a slip' }),
    ]);
    expect((await one.send()).status).toBe(200);
    const made = await server.call('POST', 'backups');
    const { backups, backupFolder } = made.body as BackupState;
    const folder = join(freshFolder(), 'restored');
    await restoreBackup(join(backupFolder, backups[0]!.name), folder);
    const again = await startApp(folder);
    try {
      const { events } = (await again.call('GET', `jobs/${one.job}/events`)).body as JobEventsPage;
      const plain = (job: unknown) =>
        JSON.stringify(job, (_, value: unknown) =>
          value instanceof Map ? [...(value as Map<unknown, unknown>)] : value,
        );
      expect(plain(foldJob(one.job, events as JobEvent[]))).toBe(plain(await stored(one.job)));
      const page = async (of: AppUnderTest) => ((await of.call('GET', 'bench')).body as BenchPage).jobs;
      expect(await page(again)).toEqual(await page(server));
    } finally {
      await again.close();
    }
  });
});

describe('events of jobs', () => {
  it('are kept once however often they come, and refused with another body', async () => {
    const one = device(['slacken']);
    expect((await one.send()).status).toBe(200);
    expect((await post(one.events)).status).toBe(200);
    const { events } = await get<JobEventsPage>(`jobs/${one.job}/events`);
    expect(events).toEqual(one.events);
    const changed = { ...one.events[0]!, body: { ...(one.events[0]!.body as object), name: 'another' } };
    const fresh = { ...one.events[1]!, id: randomUUID() };
    const refused = await post([fresh, changed]);
    expect(refused).toMatchObject({ status: 409 });
    // whole or not at all
    expect((await get<JobEventsPage>(`jobs/${one.job}/events`)).events).toHaveLength(one.events.length);
  });

  it('are refused in words where a body does not fit its kind, and kept unread where a newer program wrote it', async () => {
    const one = device(['slacken']);
    const [bad] = one.write([
      { ...draft(one.acting(), 'note', null, { say: 'x' }), body: { say: '', more: 1 } },
    ]);
    const answer = await one.send();
    expect(answer.status).toBe(422);
    expect((answer.body as Problem).errors!.map(({ field }) => field)).toEqual([
      'events.3.body',
      'events.3.body.say',
    ]);
    one.events.splice(one.events.indexOf(bad!), 1);
    one.events.push({ ...bad!, id: randomUUID(), kind: 'weighed', v: 1, body: { grams: 3 } });
    expect((await one.send()).status).toBe(200);
    expect((await stored(one.job)).unread).toHaveLength(1);
  });

  it.each(['__proto__', 'constructor', 'toString'])(
    'of the kind “%s” are kept unread, and break nothing',
    async (kind) => {
      const one = device(['slacken']);
      one.events.push({ ...one.events[0]!, id: randomUUID(), kind, stamp: one.state.now + 1, body: {} });
      expect((await one.send()).status).toBe(200);
      expect((await stored(one.job)).unread).toHaveLength(1);
    },
  );

  it('wait for the opening of their job, in whatever order they come', async () => {
    const one = device(['slacken']);
    one.write(ACTS.begin(one.acting(), one.fold(), one.first()));
    const [opened, ...others] = one.events;
    expect((await post(others)).status).toBe(200);
    expect((await get<BenchPage>('bench')).jobs.map((job) => job.id)).not.toContain(one.job);
    expect((await post([opened!])).status).toBe(200);
    const found = (await get<BenchPage>('bench')).jobs.find((job) => job.id === one.job)!;
    expect(found.summary).toMatchObject({ stepsLeft: 1, atHand: [{ standing: 'in hand' }] });
  });

  it('of nobody, and of an instrument that is not there, are refused', async () => {
    const one = device(['slacken']);
    expect((await post([{ ...one.events[0]!, by: id(8999) }])).status).toBe(422);
    const lost = device(['slacken'], id(8998));
    expect((await lost.send()).status).toBe(404);
    expect((await server.call('GET', `jobs/${lost.job}/events`)).status).toBe(404);
  });

  it('that need initials are not an apprentice’s', async () => {
    const one = device(['fit-heel']);
    await one.send();
    const [asked] = one.write(
      [draft(one.acting(), 'look asked', one.first().id, { stage: 3, asks: 'x' })],
      TOBIN,
    );
    expect((await one.send()).status).toBe(200);
    const look = draft(one.acting(), 'look given', one.first().id, { stage: 3 }, [asked!.id]);
    const [own] = one.write([look], TOBIN);
    expect(await one.send()).toMatchObject({ status: 422, body: { errors: [{ typed: 'Tobin Marsh' }] } });
    one.events.splice(one.events.indexOf(own!), 1);
    const [given] = one.write([{ ...look, id: randomUUID() }]);
    expect((await one.send()).status).toBe(200);
    // nor does he correct what others stand on
    const wrong = one.write(
      [draft(one.acting(), 'corrects', null, { event: given!.id, does: 'strikes', why: 'no' })],
      TOBIN,
    );
    expect((await one.send()).status).toBe(422);
    one.events.splice(one.events.indexOf(wrong[0]!), 1);
  });
});

describe('a finished step', () => {
  const done = async () =>
    (await get<Intervention[]>(`instruments/${INSTRUMENT}/interventions?struck=true`)).filter(
      ({ treatments }) => treatments.includes('adjust-rod'),
    );

  it('writes what it did, once; opened again it takes it back, and finished again it writes it anew', async () => {
    const one = device(['adjust-rod']);
    one.write(ACTS.begin(one.acting(), one.fold(), one.first()));
    one.state.now += 90 * 60000;
    one.write(ACTS.finish(one.acting(), one.fold(), one.first()));
    await one.send();
    const finish = one.events.at(-1)!.id;
    expect(await done()).toMatchObject([
      { id: finish, kinds: ['rod'], date: '2026-11-24', hours: '1.5', struck: false },
    ]);
    // it is the job's alone
    const body = interventionBody({ instrumentId: INSTRUMENT, version: 1, kinds: ['nut'], why: 'x' });
    expect(await put(`interventions/${finish}`, body)).toMatchObject({ status: 422 });
    const strike = { struck: true, why: 'x', by: PERSON };
    expect((await server.call('PUT', `strikes/intervention/${finish}`, strike)).status).toBe(422);
    one.write([draft(one.acting(), 'reopened', one.first().id, { why: 'it moved again' })]);
    await one.send();
    expect(await done()).toMatchObject([{ id: finish, struck: true }]);
    one.write(ACTS.finish(one.acting(), one.fold(), one.first()));
    await one.send();
    expect((await done()).map(({ struck }) => struck).sort()).toEqual([false, true]);
  });
});

describe('every treatment', () => {
  it.each(TREATMENT_IDS)(
    '“%s” is run to its end through the door, and comes to the same there',
    async (name) => {
      const one = device([name]);
      for (let i = 0; i < 120; i++) {
        const now = stepsOf(one.fold()).find(({ standing }) => standing !== 'done');
        if (!now) break;
        one.write(onward(one.fold(), now, one.acting(), BENCH));
      }
      expect((await one.send()).status).toBe(200);
      const there = await stored(one.job);
      expect(stepsOf(there).every((step) => standingOf(step, BENCH).at === null)).toBe(true);
      const [listed] = (await get<JobOfList[]>(`instruments/${INSTRUMENT}/jobs`)).filter(
        (job) => job.id === one.job,
      );
      expect(listed!.summary).toMatchObject({ stepsLeft: 0 });
    },
  );
});
