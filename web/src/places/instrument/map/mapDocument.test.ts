import type { Sighting } from '@upright-elder/contract';
import { NOTHING_SEEN, bodyPlanInputOf, bodyPlanOf } from '@upright-elder/contract/lists';
import { BODY_SHAPE_IDS, BRACING_IDS, bodyPlanFrom, usualOutline } from '@upright-elder/core/body-plan';
import { describe, expect, it } from 'vitest';
import {
  daysSeen,
  documentOf,
  extentOfSighting,
  rebased,
  sayExtent,
  seenAgain,
  seenOn,
  unsaved,
  withSighting,
  type DrawnMark,
  type MapDocument,
} from './mapDocument.js';

const sighting = (date: string, over: Partial<Sighting> = {}): Sighting => ({
  date,
  ...NOTHING_SEEN,
  path: [
    [0, 0.1],
    [0, 0.14],
  ],
  ...over,
});
const crack = (...days: string[]): DrawnMark => ({
  version: 1,
  face: 'top',
  kind: 'crack',
  brace: null,
  name: '',
  sightings: days.map((date) => sighting(date)),
});

describe('the map as a document', () => {
  it('comes back from what is sent, for every shape and bracing', () => {
    for (const shape of BODY_SHAPE_IDS)
      for (const bracing of BRACING_IDS) {
        const plan = bodyPlanFrom(usualOutline(shape), bracing);
        expect(bodyPlanOf(bodyPlanInputOf(plan, 1, 'p'))).toEqual(plan);
      }
  });

  it('shows each mark as it was on a day, and knows every day', () => {
    const marks = { a: crack('2025-02-01', '2026-02-01'), b: crack('2025-08-01') };
    expect(daysSeen(marks)).toEqual(['2025-02-01', '2025-08-01', '2026-02-01']);
    expect(seenOn(marks.a, '2025-12-31')!.date).toBe('2025-02-01');
    expect(seenOn(marks.a, '2024-12-31')).toBeUndefined();
    const again = withSighting(marks.a, sighting('2025-08-01'));
    expect(again.sightings.map(({ date }) => date)).toEqual(['2025-02-01', '2025-08-01', '2026-02-01']);
    expect(withSighting(again, sighting('2025-08-01', { note: 'new' })).sightings).toHaveLength(3);
  });

  it('is seen again as it was, on the day and in the state that are said, and forgets the old note', () => {
    const marked = withSighting(crack(), sighting('2025-02-01', { note: 'by the pins', ruler: '40' }));
    const again = seenAgain(marked, '2026-02-01', 'closed').sightings;
    expect(again).toEqual([
      marked.sightings[0],
      sighting('2026-02-01', { ruler: '40', state: 'closed', note: '' }),
    ]);
  });

  it('knows what is not saved yet', () => {
    const plan = { ...bodyPlanInputOf(bodyPlanFrom(usualOutline('concert'), 'x'), 1, 'p'), updatedAt: '' };
    const saved = documentOf(plan, []);
    expect(unsaved(saved, saved)).toEqual({ plan: false, marks: [], struck: [] });
    const now = { ...saved, marks: { new: crack('2026-02-01') } };
    expect(unsaved(saved, now)).toEqual({ plan: false, marks: ['new'], struck: [] });
    expect(unsaved(now, saved)).toEqual({ plan: false, marks: [], struck: ['new'] });
  });

  it('says a length of what runs, an area of what covers a place, and nothing of a point', () => {
    const square: Sighting['path'] = [
      [0, 0],
      [0.02, 0],
      [0.02, 0.03],
      [0, 0.03],
    ];
    expect(sayExtent({ kind: 'crack' }, sighting('2026-01-01', { path: square }), 'mm')).toBe('70 mm');
    expect(sayExtent({ kind: 'patch' }, sighting('2026-01-01', { path: square }), 'mm')).toBe('6.0 cm²');
    expect(sayExtent({ kind: 'crack' }, sighting('2026-01-01', { path: square }), 'in')).toBe('2 3/4 in');
    expect(sayExtent({ kind: 'patch' }, sighting('2026-01-01', { path: square }), 'in')).toBe('0.93 in²');
    expect(sayExtent({ kind: 'worn pin hole' }, sighting('2026-01-01', { path: [[0, 0]] }), 'mm')).toBe('');
  });

  it('measures a separation along its brace and a crack along its path', () => {
    expect(extentOfSighting(sighting('2026-01-01'))).toBeCloseTo(0.04, 12);
    expect(extentOfSighting(sighting('2026-01-01', { from: 0.02, to: 0.09 }))).toBeCloseTo(0.07, 12);
  });
});

describe('the map on a newer saved one', () => {
  const plan = bodyPlanFrom(usualOutline('concert'), 'x');
  const wider = { ...plan, bridge: { ...plan.bridge, halfWidth: 0.07 } };
  const document = (marks: Record<string, DrawnMark>, over: Partial<MapDocument> = {}): MapDocument => ({
    plan,
    planVersion: 1,
    marks,
    ...over,
  });
  const at = (mark: DrawnMark, version: number): DrawnMark => ({ ...mark, version });
  const named = (name: string): DrawnMark => ({ ...crack('2026-02-01'), name });

  it('takes over what another hand saved where this one touched nothing', () => {
    const from = document({ a: named('a') });
    const saved = document({ a: at(named('a2'), 2), b: named('b') }, { plan: wider, planVersion: 2 });
    expect(rebased(from, from, from, saved)).toEqual(saved);
  });

  it('keeps what this hand touched, under the version it was begun on', () => {
    const from = document({ a: named('a') });
    const mine = document({ a: named('mine') }, { plan: wider });
    const saved = document({ a: at(named('theirs'), 2), b: named('b') });
    const now = rebased(mine, from, mine, saved);
    expect(now.marks).toEqual({ a: named('mine'), b: named('b') });
    expect(now.plan).toEqual(wider);
    expect(unsaved(saved, now)).toEqual({ plan: true, marks: ['a'], struck: [] });
  });

  it('after its own save every earlier state can be saved again: undo goes back beyond it', () => {
    const from = document({ a: named('a') });
    const drawn = document({ a: named('mine'), n: at(named('new'), 0) }, { plan: wider });
    const saved = document(
      { a: at(named('mine'), 2), n: at(named('new'), 1) },
      { plan: wider, planVersion: 2 },
    );
    const now = rebased(drawn, from, drawn, saved);
    expect(unsaved(saved, now)).toEqual({ plan: false, marks: [], struck: [] });
    // the state before the save: the old name, the old plan, and no new mark
    const before = rebased(from, from, drawn, saved);
    expect(Object.keys(before.marks)).toEqual(['a']);
    expect(unsaved(saved, before).struck).toEqual(['n']);
  });

  it('a mark struck out can be brought back under the version that striking it made', () => {
    const from = document({ a: at(named('a'), 3) });
    const struck = document({});
    const saved = document({});
    expect(rebased(struck, from, struck, saved).marks).toEqual({});
    expect(rebased(from, from, struck, saved).marks).toEqual({ a: at(named('a'), 4) });
  });
});
