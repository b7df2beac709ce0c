import { NOTHING_SEEN, planInputOf, planOf, type Sighting } from '@upright-elder/contract';
import { BODY_SHAPE_IDS, BRACING_IDS, planFrom, usualOutline } from '@upright-elder/core';
import { describe, expect, it } from 'vitest';
import {
  daysSeen,
  documentOf,
  extentOfSighting,
  seenAgain,
  seenOn,
  unsaved,
  withSighting,
  type DrawnMark,
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
        const plan = planFrom(usualOutline(shape), bracing);
        expect(planOf(planInputOf(plan, 1, 'p'))).toEqual(plan);
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
    const plan = { ...planInputOf(planFrom(usualOutline('concert'), 'x'), 1, 'p'), updatedAt: '' };
    const saved = documentOf(plan, []);
    expect(unsaved(saved, saved)).toEqual({ plan: false, marks: [] });
    const now = { ...saved, marks: { new: crack('2026-02-01') } };
    expect(unsaved(saved, now)).toEqual({ plan: false, marks: ['new'] });
  });

  it('measures a separation along its brace and a crack along its path', () => {
    expect(extentOfSighting(sighting('2026-01-01'))).toBeCloseTo(0.04, 12);
    expect(extentOfSighting(sighting('2026-01-01', { from: 0.02, to: 0.09 }))).toBeCloseTo(0.07, 12);
  });
});
