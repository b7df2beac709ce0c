import { describe, expect, it } from 'vitest';
import { reachOf } from '../body-plan/index.js';
import { bodyPlanFrom, usualOutline, type Path } from '../body-plan/index.js';
import { bandFault, storageClimate, parseStorageEnd } from './index.js';
import { hygrometerCorrection, corrected, roomAir, SALTS, woodThrough } from '../air/index.js';

describe('where an instrument will be kept', () => {
  it('is the middle of a band, the mean of a room, or the shop’s wanted humidity', () => {
    expect(storageClimate({ at: 'band', from: 42, to: 52 })).toMatchObject({ humidity: 47, from: 'band' });
    expect(storageClimate({ at: 'assumed' })).toMatchObject({ humidity: 45, from: 'assumed' });
    const damp = storageClimate({ at: 'room', moisture: 13 });
    expect(damp.moisture).toBe(13);
    expect(damp.humidity).toBeGreaterThan(65);
    expect(() => storageClimate({ at: 'band', from: 52, to: 42 })).toThrow('from dry to damp');
  });
  it('is read as typed', () => {
    expect(parseStorageEnd('42 %')).toEqual({ ok: true, value: 42 });
    expect(parseStorageEnd(' ')).toEqual({ ok: true, value: null });
    expect(parseStorageEnd('0.45')).toMatchObject({ ok: false });
    expect(bandFault(42, 52)).toBeNull();
    expect(bandFault(null, null)).toBeNull();
    expect(bandFault(42, null)).toMatch(/both ends/u);
  });
});

describe('how far a crack may still go', () => {
  const plan = bodyPlanFrom(usualOutline('auditorium'), 'x');
  const { bridge } = plan;
  it('is the way along its own direction to the nearest of bridge, hole and rim', () => {
    // from the tail up the grain towards the bridge
    const below: Path = [
      [0.02, bridge.from - 0.09],
      [0.02, bridge.from - 0.03],
    ];
    expect(reachOf(below, plan)).toMatchObject({ into: 'bridge' });
    expect(reachOf(below, plan)!.distance).toBeCloseTo(0.03, 6);
    // the other way round it is the same crack
    expect(reachOf([...below].reverse(), plan)!.distance).toBeCloseTo(0.03, 6);
    // one that lies wide of the bridge runs to the rim
    const wide: Path = [
      [0.14, bridge.from - 0.02],
      [0.14, bridge.to + 0.02],
    ];
    expect(reachOf(wide, plan)).toMatchObject({ into: 'rim' });
    expect(reachOf([[0, 0.1]], plan)).toBeNull();
  });
  it('is the hole where it points at it', () => {
    const hole = plan.holes[0]!;
    if (hole.kind !== 'round') throw new Error('a round hole was expected');
    const [x, y] = hole.centre;
    const above: Path = [
      [x, y + hole.radius + 0.06],
      [x, y + hole.radius + 0.02],
    ];
    const reach = reachOf(above, plan)!;
    expect(reach.into).toBe('hole');
    expect(reach.distance).toBeCloseTo(0.02, 3);
  });
});

describe('hygrometers', () => {
  it('laid beside a trusted one at two humidities are corrected by the line through both', () => {
    const line = hygrometerCorrection([
      { shown: 35, truth: 33 },
      { shown: 58, truth: 60 },
    ]);
    expect(corrected(35, line)).toBeCloseTo(33, 9);
    expect(corrected(58, line)).toBeCloseTo(60, 9);
  });
  it('beside it at one humidity only, they are shifted, together with a salt near it', () => {
    expect(hygrometerCorrection([{ shown: 48, truth: 50 }])).toEqual({ gain: 1, offset: 2 });
    const { gain, offset } = hygrometerCorrection([
      { shown: 36, truth: SALTS.low },
      { shown: 40, truth: 39 },
    ]);
    expect(gain).toBe(1);
    expect(offset).toBeCloseTo(-1.95, 6);
  });
});

describe('the wood of a room through the months', () => {
  const days = Array.from({ length: 400 }, (_, i) => ({
    day: 20000 + i,
    humidity: 48 + 14 * Math.sin((2 * Math.PI * i) / 365),
    celsius: 20,
  }));
  it('moves the less, the thicker the piece, and says nothing of days that were not logged', () => {
    const gap = days.filter((_, i) => i < 100 || i > 130);
    const { days: shown, pieces } = woodThrough(roomAir(gap, null), 1000);
    expect(shown).toHaveLength(400);
    for (const { moisture } of pieces) {
      expect(moisture[115]).toBeNull();
      expect(moisture[140]).toBeGreaterThan(5);
    }
    const swing = (piece: string) => {
      const seen = pieces.find((one) => one.piece === piece)!.moisture.filter((one) => one !== null);
      return Math.max(...seen) - Math.min(...seen);
    };
    expect(swing('neckBlock')).toBeLessThan(swing('finishedTop'));
    expect(swing('finishedTop')).toBeLessThan(swing('bareTop') + 1e-9);
    expect(woodThrough(roomAir(days, null), 50).days).toHaveLength(50);
    expect(woodThrough(roomAir([], null), 50).days).toEqual([]);
  });
});
