import { describe, expect, it } from 'vitest';
import { simulateHistory } from '../../simulated/benchHistories.js';
import { sayEvent } from '../wording/index.js';
import { seededChance } from '../numeric/index.js';
import { PLAINLY_WORKED, TREATMENT_IDS, TREATMENTS } from '../treatments/index.js';
import {
  ACTS,
  barsOf,
  clockAt,
  draft,
  foldJob,
  hoursOf,
  inOrder,
  interventionKindsOf,
  isForgotten,
  mayBeStrungAt,
  onward,
  openAtHandOver,
  plannedSteps,
  ringsAt,
  stagesOf,
  standingOf,
  stepsOf,
  coatsOf,
  costOf,
  mendsOf,
  replanned,
  shelfStateOf,
  summaryOf,
  unlookedOf,
  writtenOf,
  type EventDraft,
  type Folded,
  type JobEvent,
} from './index.js';

const BENCH = { edits: {}, own: [] };
const MINUTE = 60000;
const HOUR = 60 * MINUTE;

/** One device that writes a job, minute by minute. */
function bench(treatments: readonly (typeof TREATMENT_IDS)[number][]) {
  let ids = 0;
  const newId = () => `00000000-0000-7000-8000-${(ids += 1).toString().padStart(12, '0')}`;
  const job = newId();
  const [isbel, tobin] = [newId(), newId()] as const;
  const events: JobEvent[] = [];
  const state = { now: Date.UTC(2026, 8, 1, 8), stamp: 0 };
  const write = (drafts: readonly EventDraft[], by: string = isbel, clockRun = 0): EventDraft[] => {
    for (const one of drafts) {
      state.stamp = Math.max(state.now, state.stamp + 1);
      events.push({
        ...one,
        job,
        by,
        with: [],
        device: 'one',
        clockRun,
        seq: events.length,
        at: state.now,
        stamp: state.stamp,
        v: 1,
      });
    }
    return [...drafts];
  };
  const fold = (): Folded => foldJob(job, events);
  const acting = (by: string = isbel) => ({ newId, by, now: state.now });
  write([
    draft({ newId }, 'opened', null, { instrument: newId(), name: 'a job', from: 'by hand' }),
    draft({ newId }, 'clock checked', null, { offset: 0, error: 10 }),
    draft({ newId }, 'plan taken', null, { version: 1, steps: plannedSteps(treatments, [], BENCH, newId) }),
  ]);
  const step = (treatment: string) =>
    [...fold().steps.values()].find((one) => one.treatment === treatment && one.standing !== 'replaced')!;
  /** Goes on with a step until its next stage is one of a kind. */
  const until = (treatment: string, kind: string) => {
    for (let i = 0; i < 60; i++) {
      const at = standingOf(step(treatment), BENCH).at;
      if (!at || at.kind === kind || (kind === 'heat' && at.heat) || (kind === 'glue' && at.glue)) return at!;
      write(onward(fold(), step(treatment), acting(), BENCH));
    }
    throw new Error(`no ${kind} in ${treatment}`);
  };
  return { job, events, state, write, fold, acting, step, until, newId, isbel, tobin };
}

const plain = (value: unknown): string =>
  JSON.stringify(value, (_, one: unknown) =>
    one instanceof Map ? [...(one as Map<unknown, unknown>)] : one,
  );

describe('a job', () => {
  it.each(Array.from({ length: 500 }, (_, i) => i + 1))(
    'history %i: the same for any order of coming, repeated or partial, and no answer before what it answers',
    (seed) => {
      const { job, events, seen } = simulateHistory(seed);
      const whole = plain(foldJob(job, events));
      const random = seededChance(seed + 7);
      const shuffled = [...events, ...events.filter(() => random() < 0.2)]
        .map((event) => ({ event, at: random() }))
        .sort((a, b) => a.at - b.at)
        .map(({ event }) => event);
      expect(plain(foldJob(job, shuffled))).toBe(whole);
      // half of it first, then everything
      foldJob(job, shuffled.slice(0, shuffled.length / 2));
      expect(plain(foldJob(job, [...shuffled.slice(shuffled.length / 2), ...shuffled]))).toBe(whole);
      const place = new Map(inOrder(events).map(({ id }, i) => [id, i]));
      for (const [id, before] of seen)
        for (const other of before) expect(place.get(other)!).toBeLessThan(place.get(id)!);
    },
  );

  it('keeps what was struck in sight and counts it no more, and a struck correction corrects nothing', () => {
    const { write, fold, acting, step, newId } = bench(['slacken']);
    const [begun] = write(ACTS.begin(acting(), fold(), step('slacken')));
    const [strike] = write([
      draft({ newId }, 'corrects', null, { event: begun!.id, does: 'strikes', why: 'wrong instrument' }),
    ]);
    expect(step('slacken').standing).toBe('open');
    expect(fold().log.find(({ id }) => id === begun!.id)).toMatchObject({ struck: true });
    write([draft({ newId }, 'corrects', null, { event: strike!.id, does: 'strikes', why: 'it was right' })]);
    expect(step('slacken').standing).toBe('in hand');
  });

  it('corrects a time without moving an event, and never a second look', () => {
    const { write, fold, acting, step, state, newId, events } = bench(['neck-off']);
    const [begun] = write(ACTS.begin(acting(), fold(), step('neck-off')));
    state.now += 2 * HOUR;
    write(ACTS.pause(acting(), fold(), step('neck-off')));
    expect(hoursOf(step('neck-off'), state.now, 0).hours).toBeCloseTo(2, 9);
    write([
      draft({ newId }, 'corrects', null, {
        event: begun!.id,
        does: 'changes',
        fields: { at: events.find(({ id }) => id === begun!.id)!.at + HOUR, kind: 'finished' },
        why: 'lunch before it',
      }),
    ]);
    expect(hoursOf(step('neck-off'), state.now, 0).hours).toBeCloseTo(1, 9);
    expect(fold().log.find(({ id }) => id === begun!.id)!.kind).toBe('begun');
    const [look] = write([draft({ newId }, 'look given', step('neck-off').id, { stage: 3 })]);
    write([
      draft({ newId }, 'corrects', null, {
        event: look!.id,
        does: 'changes',
        fields: { stage: 5 },
        why: 'another one',
      }),
    ]);
    expect([...step('neck-off').looks.keys()]).toEqual([3]);
  });

  it('doubts what stood on something that was struck since, down to what stood on that, until it is looked at again', () => {
    const { write, fold, step, newId } = bench(['fit-heel']);
    const { id } = step('fit-heel');
    const [reading] = write([
      draft({ newId }, 'reading', id, { what: 'straightedge', text: '0.5 mm', value: 0.0005 }),
    ]);
    const [hold] = write([draft({ newId }, 'hold confirmed', id, { hold: 2 }, [reading!.id])]);
    const [look] = write([draft({ newId }, 'look given', id, { stage: 3 }, [hold!.id])]);
    expect([...fold().doubts.keys()]).toEqual([]);
    write([draft({ newId }, 'corrects', null, { event: reading!.id, does: 'strikes', why: 'wrong rule' })]);
    expect([...fold().doubts.keys()]).toEqual([hold!.id, look!.id]);
    write([draft({ newId }, 'still holds', id, { of: hold!.id })]);
    expect([...fold().doubts.keys()]).toEqual([look!.id]);
    expect(openAtHandOver(fold(), 0).bars).toContainEqual({ kind: 'in doubt', event: look!.id });
  });

  it('counts each person’s spans once, and none whose end nobody noted', () => {
    const { write, fold, acting, step, state, tobin } = bench(['slacken']);
    write(ACTS.begin(acting(), fold(), step('slacken')));
    state.now += HOUR;
    write(ACTS.begin(acting(tobin), fold(), step('slacken')), tobin);
    write(ACTS.begin(acting(), fold(), step('slacken')));
    state.now += HOUR;
    expect(hoursOf(step('slacken'), state.now, 0).hours).toBeCloseTo(3, 9);
    write(ACTS.pause(acting(), fold(), step('slacken')));
    expect(step('slacken').standing).toBe('in hand');
    // over night
    const closed = state.now + 10 * HOUR;
    expect(hoursOf(step('slacken'), closed + HOUR, closed)).toMatchObject({
      hours: 2,
      open: [{ person: tobin }],
    });
  });

  it('opens a finished step by reopening alone, and doubts what was begun on it since', () => {
    const { write, fold, acting, step, newId } = bench(['remove-bridge', 'reglue-bridge']);
    write(ACTS.finish(acting(), fold(), step('remove-bridge')));
    write([draft({ newId }, 'begun', step('remove-bridge').id, {})]);
    expect(fold().oddities.map(({ kind }) => kind)).toEqual(['begun after finished']);
    expect(step('remove-bridge').standing).toBe('done');
    const [begun] = write(ACTS.begin(acting(), fold(), step('reglue-bridge')));
    write([draft({ newId }, 'reopened', step('remove-bridge').id, { why: 'fibres left' })]);
    expect(step('remove-bridge').standing).toBe('open');
    expect([...fold().doubts.keys()]).toEqual([begun!.id]);
  });

  it('carries a running clock and open spans over a split, and an event that was written to the old step', () => {
    const { write, fold, acting, step, newId, until } = bench(['remove-bridge']);
    const stage = until('remove-bridge', 'heat');
    write(ACTS.startRun(acting(), fold(), step('remove-bridge'), stage, 180));
    const old = step('remove-bridge');
    const into = ['a', 'b'].map(() => ({
      id: newId(),
      treatment: 'remove-bridge',
      part: 'whole' as const,
      hands: old.hands,
      wait: old.wait,
      after: [],
    }));
    write([draft({ newId }, 'step split', old.id, { into, carries: into[1]!.id })]);
    const [clock] = [...fold().clocks.values()];
    expect(clock).toMatchObject({ step: into[1]!.id, stopped: null });
    expect(fold().steps.get(into[1]!.id)).toMatchObject({ standing: 'in hand' });
    expect(fold().steps.get(old.id)).toMatchObject({ standing: 'replaced' });
    write([draft({ newId }, 'paused', old.id, {})]);
    expect(fold().steps.get(into[1]!.id)!.standing).toBe('waiting');
    expect(fold().oddities.map(({ kind }) => kind)).toEqual(['written to a split step']);
  });

  it('keeps a clock running over a new plan; of two made apart the first stands and the other is an offer', () => {
    const { write, fold, acting, step, newId, until } = bench(['remove-bridge', 'saddle']);
    const stage = until('remove-bridge', 'heat');
    write(ACTS.startRun(acting(), fold(), step('remove-bridge'), stage, 180));
    const given = (treatment: string) => ({
      id: newId(),
      treatment,
      part: 'whole' as const,
      hands: [1, 1] as [number, number],
      wait: [0, 0] as [number, number],
      after: [],
    });
    const next = given('reglue-bridge');
    const plan = (steps: (typeof next)[], why: string) =>
      draft({ newId }, 'plan replaced', null, {
        from: 1,
        version: 2,
        why,
        steps,
        old: [{ step: step('remove-bridge').id, to: 'kept' }],
      });
    write([plan([next], 'the plate is cracked'), plan([given('saddle')], 'another thought')]);
    expect(fold().version).toBe(2);
    expect(fold().offers).toMatchObject([{ why: 'another thought' }]);
    expect(stepsOf(fold()).map(({ treatment }) => treatment)).toEqual(['remove-bridge', 'reglue-bridge']);
    expect([...fold().clocks.values()]).toMatchObject([{ stopped: null }]);
  });

  it('ends a clock once, and shows the second end', () => {
    const { write, fold, acting, step, until, state } = bench(['remove-bridge']);
    write(ACTS.startRun(acting(), fold(), step('remove-bridge'), until('remove-bridge', 'heat'), 180));
    const [clock] = [...fold().clocks.values()];
    state.now += 100 * 1000;
    write(ACTS.stopRun(acting(), fold(), step('remove-bridge'), clock!));
    state.now += 100 * 1000;
    write(ACTS.stopRun(acting(), fold(), step('remove-bridge'), clock!));
    expect(clockAt([...fold().clocks.values()][0]!, state.now).elapsed).toBe(100);
    expect(fold().oddities).toMatchObject([{ kind: 'stopped twice' }]);
  });

  it('keeps what a newer program wrote, unread', () => {
    const { events, fold, job } = bench(['slacken']);
    events.push({ ...events.at(-1)!, id: 'x', kind: 'weighed', stamp: 9e15 });
    events.push({ ...events.at(-1)!, id: 'y', kind: 'note', v: 7, body: { say: 3 }, stamp: 9e15 });
    expect(fold()).toMatchObject({ id: job, unread: ['x', 'y'] });
  });
});

describe('clocks', () => {
  it('call a heat run at 5:00, again every minute until it is heard, and say when it was forgotten', () => {
    const { write, fold, acting, step, until, state, newId } = bench(['neck-off']);
    write(ACTS.startRun(acting(), fold(), step('neck-off'), until('neck-off', 'heat')));
    const clock = () => [...fold().clocks.values()][0]!;
    const from = clock().from;
    expect(ringsAt(clock(), from + 299_999, new Map())).toEqual([]);
    expect(ringsAt(clock(), from + 300_000, new Map())).toEqual([0]);
    expect(ringsAt(clock(), from + 330_000, new Map([[0, from + 300_000]]))).toEqual([]);
    expect(ringsAt(clock(), from + 360_000, new Map([[0, from + 300_000]]))).toEqual([0]);
    expect(clockAt(clock(), from + 420_000)).toMatchObject({ left: 0, over: true, call: 1 });
    expect(isForgotten(clock(), from + 480_000)).toBe(false);
    expect(isForgotten(clock(), from + 480_001)).toBe(true);
    // a page that is opened later rings nothing old
    expect(ringsAt(clock(), from + 1_100_000, new Map())).toEqual([]);
    write([draft({ newId }, 'call heard', step('neck-off').id, { clock: clock().id, which: 0 })]);
    expect(ringsAt(clock(), from + 360_000, new Map())).toEqual([]);
    state.now += 1;
  });

  it('go by the shop’s clock where a device’s is off, for what it wrote before it was checked too', () => {
    const { write, fold, acting, step, events, newId, state } = bench(['slacken']);
    const right = state.now;
    state.now += 3 * HOUR;
    write(ACTS.begin(acting(), fold(), step('slacken')), undefined, 1);
    expect(step('slacken').spans).toMatchObject([{ from: right + 3 * HOUR, unchecked: true }]);
    write([draft({ newId }, 'clock checked', null, { offset: -3 * HOUR, error: 20 })], undefined, 1);
    expect(step('slacken').spans).toMatchObject([{ from: right, unchecked: false }]);
    expect(events.at(-1)!.stamp).toBeGreaterThan(right);
  });
});

describe('glue', () => {
  it('is handled and strung by its times, and the strings wait for the latest of all joints', () => {
    const { write, fold, acting, step, until, state } = bench(['reglue-brace', 'set-up']);
    const stage = until('reglue-brace', 'glue');
    write(ACTS.glueOn(acting(), fold(), step('reglue-brace'), stage, 'hide'));
    const clock = [...fold().clocks.values()].find(({ kind }) => kind === 'open glue')!;
    expect(clock).toMatchObject({ plan: 90, calls: [{ at: 45 }, { at: 90 }] });
    const { stages } = standingOf(step('reglue-brace'), BENCH);
    write(ACTS.clamped(acting(), fold(), step('reglue-brace'), stage, { clock, stages }));
    const [joint] = [...fold().joints.values()];
    expect(joint).toMatchObject({
      glue: 'hot hide glue',
      handlingAt: state.now + HOUR,
      tensionAt: state.now + 25 * HOUR,
      clamped: true,
    });
    expect(mayBeStrungAt(fold())).toBe(state.now + 25 * HOUR);
    write(ACTS.finish(acting(), fold(), step('reglue-brace')));
    expect(barsOf(fold(), step('set-up'), state.now).map(({ kind }) => kind)).toEqual([
      'sets',
      'no strings yet',
    ]);
    expect(barsOf(fold(), step('set-up'), state.now + 25 * HOUR)).toEqual([]);
  });
});

describe('a plan as steps', () => {
  it('says before each step only what no other arrow says', () => {
    const { fold } = bench(['slacken', 'clean-and-inspect', 'remove-bridge', 'reglue-bridge', 'set-up']);
    const names = (id: string) => fold().steps.get(id)!.treatment;
    expect(
      stepsOf(fold()).map(({ treatment, after }) => [treatment, after.map(({ step }) => names(step))]),
    ).toEqual([
      ['slacken', []],
      ['clean-and-inspect', ['slacken']],
      ['remove-bridge', ['clean-and-inspect']],
      ['reglue-bridge', ['remove-bridge']],
      ['set-up', ['reglue-bridge']],
    ]);
  });

  it('has what comes off go on again once what lies under it is done', () => {
    const { fold } = bench([
      'slacken',
      'back-off',
      'reglue-brace',
      'reglue-bridge',
      'board-off',
      'replace-rod',
    ]);
    expect(stepsOf(fold()).map(({ treatment, part }) => `${treatment} ${part}`)).toEqual([
      'slacken whole',
      'back-off off',
      'reglue-brace whole',
      'back-off on',
      'reglue-bridge whole',
      'board-off off',
      'replace-rod whole',
      'board-off on',
    ]);
    for (const id of TREATMENT_IDS)
      expect(TREATMENTS[id].steps.some(({ part }) => part === 'on')).toBe(
        TREATMENTS[id].goesBackOn !== undefined,
      );
  });

  it('leaves at most forty treatments to their gate and plain words', () => {
    expect(PLAINLY_WORKED.length).toBeLessThanOrEqual(40);
    for (const id of TREATMENT_IDS)
      for (const { say } of TREATMENTS[id].steps) expect(say).not.toBe(`${TREATMENTS[id].name}.`);
  });

  it.each(TREATMENT_IDS)(
    '“%s” is worked to its end, cautions first, nothing irreversible without initials',
    (id) => {
      const { write, fold, acting, step } = bench([id]);
      for (const one of stepsOf(fold())) {
        const passed: string[] = [];
        for (let i = 0; i < 80 && fold().steps.get(one.id)!.standing !== 'done'; i++) {
          const now = fold().steps.get(one.id)!;
          const { at } = standingOf(now, BENCH);
          if (at && passed.at(-1) !== at.key) passed.push(at.key);
          write(onward(fold(), now, acting(), BENCH));
        }
        const done = fold().steps.get(one.id)!;
        expect(done.standing).toBe('done');
        expect(passed).toEqual(stagesOf(done, BENCH).map(({ key }) => key));
        if (TREATMENTS[id].cautions.length > 0) expect(passed[0]).toBe('caution');
        expect(interventionKindsOf(done)).toBeInstanceOf(Array);
      }
      expect(fold().oddities).toEqual([]);
      expect(step(id).finishes.length).toBe(1);
    },
  );

  const holds = TREATMENT_IDS.flatMap((id) =>
    TREATMENTS[id].steps.flatMap(({ branches }, index) =>
      (branches ?? []).map((branch, i) => ({ id, index, i, ...branch })),
    ),
  );
  it.each(holds)('“$id”, “$if”: stops what runs and leads on', ({ id, index, i, leads }) => {
    const { write, fold, acting, step } = bench([id]);
    for (let n = 0; n < 60; n++) {
      const now = [...fold().steps.values()].find((one) =>
        standingOf(one, BENCH).stages.some((stage) => stage.index === index),
      )!;
      const { at } = standingOf(now, BENCH);
      if (at?.index === index) break;
      write(onward(fold(), now, acting(), BENCH));
    }
    const { at } = standingOf(step(id), BENCH);
    write(ACTS.fail(acting(), fold(), step(id), at!, i));
    const after = standingOf(step(id), BENCH).at!;
    expect(after).toMatchObject({ index, passed: false, failed: { branch: i } });
    const running = [...fold().clocks.values()].filter(({ stopped, kind }) => !stopped && kind !== 'cure');
    expect(running).toEqual([]);
    if (typeof leads === 'object') expect(TREATMENT_IDS).toContain(leads.adds);
    write(ACTS.confirm(acting(), fold(), step(id), after));
    expect(standingOf(step(id), BENCH).at?.index).not.toBe(index);
  });
});

describe('what a job writes of its instrument', () => {
  const MARK = '00000000-0000-7000-8000-00000000ffff';
  const mended = { marks: [{ mark: MARK, state: 'repaired' as const, cleated: true }] };

  it('stands from the finish of its step until it is opened again, and by the next finish only what was said since', () => {
    const { write, fold, step, acting, newId } = bench(['close-crack']);
    const { id } = step('close-crack');
    const [said] = write([draft({ newId }, 'mended', id, mended)]);
    expect(writtenOf(fold())).toMatchObject([{ id: said!.id, stands: false }]);
    write(ACTS.finish(acting(), fold(), step('close-crack')));
    expect(writtenOf(fold())).toMatchObject([{ id: said!.id, stands: true }]);
    write([draft({ newId }, 'reopened', id, { why: 'it opened' })]);
    expect(writtenOf(fold())).toMatchObject([{ stands: false }]);
    write(ACTS.finish(acting(), fold(), step('close-crack')));
    expect(writtenOf(fold())).toMatchObject([{ stands: false }]);
  });

  it('is taken back where it is struck, also before its finish came', () => {
    const { write, fold, step, acting, newId } = bench(['close-crack']);
    const { id } = step('close-crack');
    const [said] = write([draft({ newId }, 'mended', id, mended)]);
    write([draft({ newId }, 'corrects', null, { event: said!.id, does: 'strikes', why: 'another crack' })]);
    write(ACTS.finish(acting(), fold(), step('close-crack')));
    expect(writtenOf(fold())).toMatchObject([{ stands: false }]);
  });

  it('has the build at once where it was not as thought, and takes it back', () => {
    const { write, fold, step, newId } = bench(['neck-off']);
    const [found] = write([
      draft({ newId }, 'not as thought', step('neck-off').id, {
        assumed: 'a dovetail',
        isSo: 'two dowels',
        build: { neckJoint: 'dowelled' },
        was: { neckJoint: 'dovetail' },
      }),
    ]);
    expect(writtenOf(fold())).toMatchObject([{ stands: true, build: { neckJoint: 'dowelled' } }]);
    write([draft({ newId }, 'corrects', null, { event: found!.id, does: 'strikes', why: 'the other one' })]);
    expect(writtenOf(fold())).toMatchObject([{ stands: false }]);
  });

  it('names what each repair may mend: cracks by cracks, braces by loose stretches, a plate by its own facts', () => {
    expect(mendsOf('close-crack').marks).toEqual(['crack']);
    expect(mendsOf('reglue-brace').marks).toContain('separation');
    expect(mendsOf('replace-plate').build).toContain('plateWood');
    expect(mendsOf('set-up')).toEqual({ marks: [], build: [] });
    expect(mendsOf('toString')).toEqual({ marks: [], build: [] });
  });
});

describe('a job that was taken in', () => {
  function takenIn() {
    const one = bench(['slacken']);
    one.events.length = 0;
    one.write([
      draft(one, 'opened', null, {
        instrument: one.newId(),
        name: 'Taken in',
        from: 'by hand',
        apart: true,
        cameWith: ['hard case'],
        playing: 'every night',
      }),
    ]);
    return one;
  }

  it('stays apart until pests, mould and celluloid were looked for, and longer where something was found', () => {
    const clean = takenIn();
    expect(clean.fold()).toMatchObject({ place: 'apart', cameWith: ['hard case'], version: 0 });
    expect(unlookedOf(clean.fold())).toEqual(['pests', 'mould', 'celluloid']);
    clean.write(
      (['pests', 'mould', 'celluloid'] as const).map((what) => draft(clean, 'looked for', null, { what })),
    );
    expect(clean.fold().place).toBe('rack');
    const found = takenIn();
    found.write(
      (['pests', 'mould', 'celluloid'] as const).map((what) =>
        draft(found, 'looked for', null, {
          what,
          ...(what === 'mould' ? { found: 'in the case lining' } : {}),
        }),
      ),
    );
    expect(found.fold().place).toBe('apart');
  });

  it('takes the plan that is chosen later, with its name and what it promises, into the same stay', () => {
    const { write, fold, newId, state } = takenIn();
    const onShelf = () => shelfStateOf(summaryOf(fold(), BENCH, state.now), state.now);
    expect(onShelf()).toEqual({ state: 'apart', until: null });
    write(
      (['pests', 'mould', 'celluloid'] as const).map((what) =>
        draft({ newId }, 'looked for', null, { what }),
      ),
    );
    // nothing is planned: it is not ready
    expect(onShelf()).toEqual({ state: 'in line', until: null });
    write([
      draft({ newId }, 'plan taken', null, {
        version: 1,
        steps: plannedSteps(['nut', 'set-up'], [], BENCH, newId),
        name: 'Nut and set-up',
        promises: ['action 6/64'],
      }),
    ]);
    expect(fold()).toMatchObject({ name: 'Nut and set-up', promises: ['action 6/64'], version: 1 });
  });

  it('bars the steps of a line that the owner declined, and no others', () => {
    const { write, fold, newId, state } = takenIn();
    const steps = plannedSteps(['nut', 'set-up'], [], BENCH, newId);
    const line = newId();
    write([
      draft({ newId }, 'plan taken', null, { version: 1, steps }),
      draft({ newId }, 'ordered', null, { line, say: 'a new nut', from: 'shop' }),
      draft({ newId }, 'serves', null, { line, steps: [steps[0]!.id] }),
      draft({ newId }, 'declined', null, { line, why: 'too dear' }),
    ]);
    const job = fold();
    expect(barsOf(job, job.steps.get(steps[0]!.id)!, state.now).map(({ kind }) => kind)).toContain(
      'line declined',
    );
    write([draft({ newId }, 'serves', null, { line, steps: [] })]);
    const freed = fold();
    expect(barsOf(freed, freed.steps.get(steps[0]!.id)!, state.now)).toEqual([]);
  });
});

describe('a job that is planned again', () => {
  it('keeps what is done, goes on with what is in hand, and drops the rest; the clock runs on in the new step', () => {
    const { write, fold, acting, step, until, newId } = bench([
      'clean-and-inspect',
      'neck-off',
      'reglue-neck',
    ]);
    write([
      ...ACTS.begin(acting(), fold(), step('clean-and-inspect')),
      ...ACTS.finish(acting(), fold(), step('clean-and-inspect')),
    ]);
    const at = until('neck-off', 'heat');
    const old = step('neck-off').id;
    write(ACTS.startRun(acting(), fold(), step('neck-off'), at));
    const { version } = fold();
    write([
      draft(
        { newId },
        'plan replaced',
        null,
        replanned(
          { version, steps: stepsOf(fold()) },
          { ids: ['clean-and-inspect', 'neck-off', 'bolt-neck'], own: [], why: 'the owner wants bolts' },
          BENCH,
          newId,
        ),
      ),
    ]);
    const now = stepsOf(fold());
    expect(now.map(({ treatment, standing }) => `${treatment} ${standing}`)).toEqual([
      'clean-and-inspect done',
      'neck-off in hand',
      'bolt-neck open',
    ]);
    expect(now[1]!.id).not.toBe(old);
    const [clock] = [...fold().clocks.values()];
    expect(clock).toMatchObject({ step: now[1]!.id, stopped: null });
  });

  it('lets what was begun and is not in the new plan go on, and puts the new steps after it', () => {
    const { write, fold, acting, step, newId } = bench(['reglue-brace', 'set-up']);
    write(ACTS.begin(acting(), fold(), step('reglue-brace')));
    const { version } = fold();
    write([
      draft(
        { newId },
        'plan replaced',
        null,
        replanned(
          { version, steps: stepsOf(fold()) },
          { ids: ['rest-under-tension', 'set-up'], own: [], why: 'no nut' },
          BENCH,
          newId,
        ),
      ),
    ]);
    expect(stepsOf(fold()).map(({ treatment }) => treatment)).toEqual([
      'reglue-brace',
      'rest-under-tension',
      'set-up',
    ]);
    expect(step('rest-under-tension').after.map((arrow) => arrow.step)).toContain(step('reglue-brace').id);
  });
});

describe('what is left of a job', () => {
  it('costs its hands and its supplies at the shop’s rate, supplies once for what comes off and goes on again', () => {
    const { fold } = bench(['nut', 'set-up']);
    const left = stepsOf(fold());
    const hours = left.reduce((sum, { hands }) => sum + hands[0], 0);
    const supplies = TREATMENTS.nut.supplies[0] + TREATMENTS['set-up'].supplies[0];
    expect(costOf(left, BENCH, 50)[0]).toBeCloseTo(50 * (hours + supplies), 9);
    const halves = plannedSteps(['tuners', 'back-off'], [], BENCH, bench([]).newId).filter(
      ({ treatment }) => treatment === 'back-off',
    );
    expect(halves.map(({ part }) => part)).toEqual(['off', 'on']);
    const [, whole] = costOf(halves, BENCH, 1);
    expect(whole).toBeCloseTo(TREATMENTS['back-off'].hands[1] + TREATMENTS['back-off'].supplies[1], 9);
  });
});

describe('the log', () => {
  const names = { work: () => '', person: () => 'Isbel', step: () => 'a step', stage: () => 'a stage' };
  const said = (text: string) =>
    sayEvent(
      {
        ...bench(['nut']).events[0]!,
        kind: 'reading',
        body: { what: 'Action at fret 12', side: 'bass', text, unit: 'mm', value: null },
        time: 0,
        checked: true,
        struck: false,
      },
      names,
    );

  it('says a reading as it was typed: a fraction is of an inch, a bare number of its field', () => {
    expect(said('7/64')).toBe('Isbel read Action at fret 12, bass: 7/64.');
    expect(said('2.8')).toBe('Isbel read Action at fret 12, bass: 2.8 mm.');
    expect(said('8 thou')).toBe('Isbel read Action at fret 12, bass: 8 thou.');
  });
});

describe('what was held good', () => {
  it('is ticked again where a step was put down before its glue went on, and not once it is on', () => {
    const { write, fold, acting, step, until, newId } = bench(['reglue-brace']);
    const at = until('reglue-brace', 'glue');
    const ticks = () => [...step('reglue-brace').ticks.keys()].filter((key) => / ready \d+$/u.test(key));
    write(
      at.glue!.ready.map((_, item) =>
        draft({ newId }, 'ticked', step('reglue-brace').id, { list: `${at.key} ready`, item, yes: true }),
      ),
    );
    expect(ticks()).toHaveLength(at.glue!.ready.length);
    write(ACTS.pause(acting(), fold(), step('reglue-brace')));
    expect(ticks()).toEqual([]);
    while (standingOf(step('reglue-brace'), BENCH).at?.key === at.key)
      write(onward(fold(), step('reglue-brace'), acting(), BENCH));
    write(ACTS.pause(acting(), fold(), step('reglue-brace')));
    expect(ticks()).toHaveLength(at.glue!.ready.length);
  });

  it('is in doubt after a job lay aside for more than two weeks, and not after three days', () => {
    for (const [days, doubted] of [
      [3, false],
      [15, true],
    ] as const) {
      const { write, fold, acting, step, until, state, newId } = bench(['fit-heel']);
      const { id } = step('fit-heel');
      const [reading] = write([
        draft({ newId }, 'reading', id, { what: 'straightedge', text: '0.5 mm', value: 0.0005 }),
      ]);
      const at = until('fit-heel', 'hold');
      const [, held] = write(ACTS.confirm(acting(), fold(), step('fit-heel'), at)).slice(-2);
      write([
        draft({ newId }, 'put aside', null, { why: 'the owner is away', strings: 'off', place: 'case' }),
      ]);
      state.now += days * 24 * HOUR;
      write([draft({ newId }, 'taken up', null, {})]);
      expect(fold().doubts.has(reading!.id)).toBe(doubted);
      if (held) expect(fold().doubts.has(held.id)).toBe(doubted);
    }
  });
});

describe('coats and visits', () => {
  it('a coat calls when the next may go on, and before it is too late, where the shop knows when', () => {
    const { write, fold, acting, step, state, until } = bench(['colour']);
    const at = until('colour', 'do');
    expect(at.coats?.number).toBe(6);
    write(ACTS.coatOn(acting(), fold(), step('colour'), at, { latest: 4 }));
    const [first] = coatsOf(fold(), step('colour'), at);
    expect(first!.calls.map((call) => call.at)).toEqual([1.5 * 3600, 4 * 3600 - 900]);
    expect(step('colour').standing).toBe('waiting');
    state.now += 2 * HOUR;
    for (let n = 2; n <= 6; n += 1) {
      write(ACTS.coatOn(acting(), fold(), step('colour'), at, { latest: null }));
      state.now += 2 * HOUR;
    }
    const coats = coatsOf(fold(), step('colour'), at);
    // the last has nothing to wait for
    expect(coats).toHaveLength(5);
    expect(coats.every(({ stopped }) => stopped !== null)).toBe(true);
    expect(standingOf(step('colour'), BENCH).at?.coats).toBeUndefined();
  });

  it('a visit is due after its days, is read and comes again, until the reading ends it', () => {
    const { write, fold, acting, step, state } = bench(['press-neck']);
    const visited = () => standingOf(step('press-neck'), BENCH).at!;
    while (!visited().visits) write(onward(fold(), step('press-neck'), acting(), BENCH));
    write(ACTS.visitAgain(acting(), fold(), step('press-neck'), visited(), 86400));
    const summary = summaryOf(fold(), BENCH, state.now);
    expect(shelfStateOf(summary, state.now)?.state).toBe('drying');
    state.now += 25 * HOUR;
    const due = [...fold().clocks.values()].find(({ stopped }) => !stopped)!;
    expect(ringsAt(due, due.from + 86400 * 1000, new Map())).toEqual([0]);
    write(ACTS.visitAgain(acting(), fold(), step('press-neck'), visited(), 86400));
    expect([...fold().clocks.values()].filter(({ stopped }) => !stopped)).toHaveLength(1);
    write(ACTS.visitsOver(acting(), fold(), step('press-neck'), visited()));
    expect([...fold().clocks.values()].filter(({ stopped }) => !stopped)).toHaveLength(0);
    expect(step('press-neck').visits).toHaveLength(2);
  });
});
