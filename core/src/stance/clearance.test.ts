import { mm } from '../units/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bisect } from '../numeric/index.js';
import { outerPulls, setTension, STRING_SETS, TUNINGS } from '../strings/index.js';
import { actionWanted } from '../targets/index.js';
import {
  actionAt,
  buzzing,
  envelope,
  limitingForce,
  lowestCleanAction,
  margins,
  PLUCK_AT,
  PLUCK_FORCE,
  PLUCK_REFERENCE,
  pluckForce,
  pluckHeard,
  stanceOf,
  withActionChange,
  type NeckGeometry,
} from './index.js';

const neckOf = (side: 'bass' | 'treble'): NeckGeometry => ({
  scale: 0.645,
  compensation: side === 'bass' ? 4.5 * mm : 2 * mm,
  bodyJoin: 14,
});

/** A neck with this relief, its saddle such that the action at 12 is as wanted. */
function standing(side: 'bass' | 'treble', action: number, relief = 0.2 * mm) {
  const neck = neckOf(side);
  const at = (saddleShowing: number) =>
    stanceOf(neck, { firstFretGap: 0.48 * mm, relief, straightedge: 0, saddleShowing });
  const saddle = bisect((x) => actionAt(at(x), neck, 12) - action, 0, 0.04, 1e-9);
  return { neck, stance: at(saddle) };
}

describe('clearance', () => {
  it('allows about 0.011 on the bass and 0.0086 on the treble at 2.4 and 1.8 mm with 0.2 mm relief (trial figures)', () => {
    const bass = standing('bass', 2.4 * mm);
    const treble = standing('treble', 1.8 * mm);
    expect(limitingForce(bass.stance, bass.neck)).toBeCloseTo(0.011, 3);
    expect(limitingForce(treble.stance, treble.neck)).toBeCloseTo(0.0086, 3);
    // a medium player is just clean
    expect(buzzing(bass.stance, bass.neck, { force: PLUCK_FORCE.medium.bass, at: PLUCK_AT })).toEqual([]);
    expect(buzzing(treble.stance, treble.neck, { force: PLUCK_FORCE.medium.treble, at: PLUCK_AT })).toEqual(
      [],
    );
  });

  it('has the plucked ideal string’s envelope: highest at the pluck and at its image, A = F p (ℓ − p)/(T ℓ) (textbook)', () => {
    const pluck = { force: 0.01, at: 0.13 };
    const height = (0.01 * 0.13 * 0.5) / 0.63;
    expect(envelope(0.63, pluck, 0.13)).toBeCloseTo(height, 12);
    expect(envelope(0.63, pluck, 0.5)).toBeCloseTo(height, 12);
    expect(envelope(0.63, pluck, 0)).toBe(0);
    expect(envelope(0.63, pluck, 0.63)).toBeCloseTo(0, 12);
  });

  it('is cleaner with a higher saddle and a softer pluck, and buzzes just below the lowest clean action', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(1.6, 3), number(0.05, 0.35), number(0.004, 0.013), (action, relief, force) => {
        const { neck, stance } = standing('bass', action * mm, relief * mm);
        const worst = (by: number, at = force) =>
          Math.min(
            ...margins(withActionChange(stance, neck, by), neck, { force: at, at: PLUCK_AT })
              .filter(({ held }) => held > 0)
              .map(({ margin }) => margin),
          );
        const lowest = lowestCleanAction(stance, neck, { force, at: PLUCK_AT })!;
        const now = actionAt(stance, neck, 12);
        return (
          worst(0.2 * mm) > worst(0) &&
          worst(0, force * 1.2) < worst(0) &&
          worst(lowest - now + 0.01 * mm) > 1 &&
          worst(lowest - now - 0.01 * mm) < 1
        );
      }),
      { numRuns: 60 },
    );
  });

  it('of a back-bowed neck wants a higher action than of a relieved one', () => {
    const force = PLUCK_FORCE.medium.bass;
    const lowest = [-0.2, 0.05, 0.2].map((relief) => {
      const { neck, stance } = standing('bass', 2.4 * mm, relief * mm);
      return lowestCleanAction(stance, neck, { force, at: PLUCK_AT })!;
    });
    expect(lowest[0]).toBeGreaterThan(lowest[1]!);
    expect(lowest[1]).toBeGreaterThan(lowest[2]!);
  });

  it('learns how hard is played from what was heard', () => {
    const { force, logSd } = pluckHeard(0.01, [{ limit: 0.0085, buzzed: false }]);
    expect(force).toBeLessThan(0.01);
    expect(logSd).toBeLessThan(0.25);
    expect(pluckHeard(0.01, [{ limit: 0.012, buzzed: true }]).force).toBeGreaterThan(0.0115);
    const both = pluckHeard(0.01, [
      { limit: 0.009, buzzed: true },
      { limit: 0.011, buzzed: false },
    ]);
    expect(both.force).toBeGreaterThan(0.009);
    expect(both.force).toBeLessThan(0.011);
    expect(both.logSd).toBeLessThan(logSd);
    const none = pluckHeard(0.01, []);
    expect(none.force).toBeCloseTo(0.01, 6);
    expect(none.logSd).toBeCloseTo(0.25, 2);
  });
});

describe('the same hand on other strings', () => {
  const outer = (id: keyof typeof STRING_SETS, scale = 0.645) =>
    outerPulls(setTension(STRING_SETS[id], TUNINGS.standard, scale)!);

  it('is what the house figures were given for, on a light set of a common scale', () => {
    const { bass, treble } = outer('light');
    expect(bass).toBeCloseTo(PLUCK_REFERENCE.bass, 0);
    expect(treble).toBeCloseTo(PLUCK_REFERENCE.treble, 0);
    expect(pluckForce('hard', 'bass', PLUCK_REFERENCE.bass)).toBe(PLUCK_FORCE.hard.bass);
  });

  it('buzzes sooner on lighter strings, and later on heavier ones', () => {
    const force = (id: keyof typeof STRING_SETS) => pluckForce('medium', 'bass', outer(id).bass);
    expect(force('extra-light')).toBeGreaterThan(force('light'));
    expect(force('medium')).toBeLessThan(force('light'));
  });

  it('needs of nylon about the height that nylon is set up at (common practice, no published source)', () => {
    const neck: NeckGeometry = { scale: 0.65, compensation: 2 * mm, bodyJoin: 12 };
    const readings = { firstFretGap: 0.9 * mm, relief: 0.3 * mm, straightedge: 0, saddleShowing: 10 * mm };
    const force = pluckForce('medium', 'bass', outer('nylon', 0.65).bass);
    const lowest = lowestCleanAction(stanceOf(neck, readings), neck, { force, at: PLUCK_AT })!;
    const nylon = { type: 'flat-top', stringKind: 'nylon', pairedStrings: false } as const;
    expect(lowest).toBeGreaterThan(0.8 * actionWanted(nylon, 'medium').bass);
    expect(lowest).toBeLessThan(actionWanted(nylon, 'hard').bass);
  });
});
