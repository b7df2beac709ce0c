import { mm } from '../units/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { actionAt, stanceOf, type NeckGeometry } from '../stance/index.js';
import { bodyShare, bodyTells, type BodyReadings } from './index.js';

const neck: NeckGeometry = { scale: 0.645, compensation: 3 * mm, bodyJoin: 14 };
const read = (action: number, relief: number, belly: number): BodyReadings => ({
  action: { value: action, sd: 0.08 * mm },
  relief: { value: relief, sd: 0.01 * mm },
  belly: { value: belly, sd: 0.05 * mm },
});

/** The side elevation itself: the top rises under the saddle, the neck bends and turns its plane. */
function actionOf(rise: number, relief: number, neckAngle = 0): number {
  const X = 0.648;
  const xB = 0.645 * (1 - 2 ** (-14 / 12));
  const l = xB - 0.645 * (1 - 2 ** (-1 / 12));
  const turned = (2.5 * (relief - 0.2 * mm) * (X - xB)) / l;
  const straightedge = 0.5 * mm - rise - turned - neckAngle * (X - xB);
  const stance = stanceOf(neck, { firstFretGap: 0.48 * mm, relief, straightedge, saddleShowing: 5 * mm });
  return actionAt(stance, neck, 12);
}

describe('belly and relief against the action', () => {
  it('explain what the side elevation does when only they move, within its own small print', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(-2, 2), number(-0.15, 0.3), (rise, bend) => {
        const before = read(actionOf(0, 0.2 * mm), 0.2 * mm, 2 * mm);
        const relief = (0.2 + bend) * mm;
        const after = read(actionOf(rise * mm, relief), relief, (2 + rise) * mm);
        // the nut's side of the lever is all that is left out
        return Math.abs(bodyShare(before, after, neck).rest.value) < 0.07 * mm;
      }),
    );
  });

  it('leave what the neck joint gave, and say so; shares add up', () => {
    const before = read(actionOf(0, 0.2 * mm), 0.2 * mm, 2 * mm);
    const after = read(actionOf(0.2 * mm, 0.2 * mm, 0.004), 0.2 * mm, 2.2 * mm);
    const share = bodyShare(before, after, neck);
    expect(share.byBelly.value + share.byRelief.value + share.rest.value).toBeCloseTo(share.moved.value, 12);
    expect(share.rest.value / mm).toBeGreaterThan(0.4);
    expect(bodyTells(share)).toBe('not explained');
    const belly = read(actionOf(1.5 * mm, 0.2 * mm), 0.2 * mm, 3.5 * mm);
    expect(bodyTells(bodyShare(before, belly, neck))).toBe('explained');
    expect(bodyTells(bodyShare(before, before, neck))).toBe('did not move');
  });
});
