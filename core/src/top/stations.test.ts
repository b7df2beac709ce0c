import { describe, expect, it } from 'vitest';
import { BODY_SHAPE_IDS, isInside, outlinePolygon, bodyPlanFrom, usualOutline } from '../body-plan/index.js';
import { PLACES, QUANTITIES, type Place } from '../readings/index.js';
import { bellyStation } from './stations.js';

const read = [...QUANTITIES.bellyAlong.places, ...QUANTITIES.bellyAcross.places] as Place[];

describe.each(BODY_SHAPE_IDS)('belly stations on a %s', (shape) => {
  const plan = bodyPlanFrom(usualOutline(shape), shape === 'archtop' ? 'parallel' : 'x');
  const polygon = outlinePolygon(plan.outline);

  it('lie on its wood, wherever a protocol asks for the belly', () => {
    for (const place of read) {
      const point = bellyStation(plan, place)!;
      expect(isInside(point, polygon), place).toBe(true);
      for (const hole of plan.holes) {
        if (hole.kind !== 'round') continue;
        const [x, y] = hole.centre;
        expect(Math.hypot(point[0] - x, point[1] - y), place).toBeGreaterThan(hole.radius);
      }
    }
  });

  it('are as far from the saddle as their names say, bass and treble mirrored', () => {
    const behind = bellyStation(plan, 'behind80')!;
    expect(plan.bridge.saddleAt - behind[1]).toBeCloseTo(0.08, 12);
    const [bass, treble] = [bellyStation(plan, 'bass60')!, bellyStation(plan, 'treble60')!];
    expect(bass[0]).toBeCloseTo(-treble[0], 12);
    expect(bass[1]).toBe(treble[1]);
    expect(bass[0]).toBeLessThan(0);
    // across is read on the line that passes through this one
    expect(bass[1]).toBeCloseTo(bellyStation(plan, 'behind40')![1], 12);
  });
});

it('no other place is a station of the belly', () => {
  const plan = bodyPlanFrom(usualOutline(BODY_SHAPE_IDS[0]), 'x');
  for (const place of PLACES.filter((one) => !read.includes(one)))
    expect(bellyStation(plan, place), place).toBeNull();
});
