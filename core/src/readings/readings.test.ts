import fc from 'fast-check';
import { sampleStandardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { normal, seededChance } from '../numeric/index.js';
import {
  HOUSE_PROTOCOLS,
  HOUSE_TOOLS,
  isQuantity,
  learnedRepeatability,
  LINE_IDS,
  type LineId,
  linesFor,
  parseFrets,
  parseReading,
  POINT_IDS,
  POINTS,
  QUANTITIES,
  QUANTITY_IDS,
  realChange,
  repeatsMean,
  steadyValue,
  STEADY_SECONDS,
  toolSd,
  verdictOf,
} from './index.js';

const rule = HOUSE_TOOLS.rule;

describe('tool error', () => {
  it('of rounding to a scale alone is the standard deviation of a uniform distribution, d/√12', () => {
    const d = 0.25;
    const rounding = Array.from({ length: 100001 }, (_, i) => (i / 100000 - 0.5) * d);
    expect(toolSd({ resolution: d, repeatability: 0 })).toBeCloseTo(sampleStandardDeviation(rounding), 5);
  });

  it('shrinks with repeats but never below the scale, and grows where repeats scatter', () => {
    const one = repeatsMean([0.0028], rule).sd;
    const three = repeatsMean([0.0028, 0.0028, 0.0028], rule).sd;
    const wild = repeatsMean([0.002, 0.0028, 0.0036], rule).sd;
    expect(one).toBeCloseTo(toolSd(rule), 12);
    expect(three).toBeLessThan(one);
    expect(three).toBeGreaterThan(rule.resolution / Math.sqrt(12));
    expect(wild).toBeGreaterThan(one);
    expect(() => repeatsMean([], rule)).toThrow(RangeError);
  });

  it('calls a change real only beyond 1.96 joint errors, whichever way round', () => {
    const sd = toolSd(rule);
    fc.assert(
      fc.property(fc.double({ min: -0.002, max: 0.002, noNaN: true }), (by) => {
        const there = realChange({ value: 0.003, sd }, { value: 0.003 + by, sd });
        const back = realChange({ value: 0.003 + by, sd }, { value: 0.003, sd });
        return there.real === back.real && there.real === Math.abs(there.change) > there.limit;
      }),
    );
    expect(realChange({ value: 0.0028, sd }, { value: 0.0029, sd }).real).toBe(false);
  });
});

describe('readings as typed', () => {
  it('take repeats and mixed units, and keep within what the quantity can be', () => {
    expect(parseReading('action12', '7/64; 2.8 mm', '64ths')).toMatchObject({
      ok: true,
      value: [(7 / 64) * 0.0254, 0.0028],
    });
    expect(parseReading('bridgeTilt', '0,5', '°')).toMatchObject({ ok: true });
    for (const id of QUANTITY_IDS) {
      const { dimension, unit } = QUANTITIES[id];
      const wild = { length: '9000 mm', angle: '89', cents: '900' }[dimension];
      const result = parseReading(id, wild, unit);
      expect(result).toMatchObject({ ok: false, accepted: expect.stringContaining(' to ') as string });
    }
    // a separator at the end separates nothing, one in the middle something that is missing
    expect(parseReading('action12', '7/64;', 'mm').ok).toBe(true);
    expect(parseReading('action12', '7/64;; 2.8', 'mm').ok).toBe(false);
  });
});

describe('a tool', () => {
  it('of every quantity reads what the quantity is a measure of', () => {
    for (const id of QUANTITY_IDS)
      expect(HOUSE_TOOLS[QUANTITIES[id].tool].dimension).toBe(QUANTITIES[id].dimension);
  });

  it('learns its repeatability from repeats: the true one of a worse hand, within its own error', () => {
    const chance = seededChance(5);
    const truth = 0.0002;
    const groups = Array.from({ length: 200 }, () => {
      const at = 0.002 + 0.001 * chance();
      return Array.from({ length: 3 }, () => at + truth * normal(chance));
    });
    const { repeatability, degrees } = learnedRepeatability(
      { resolution: 0.00002, repeatability: 0.00005 },
      groups,
    );
    expect(degrees).toBe(400);
    // standard error of a standard deviation from n degrees of freedom is σ/√(2n)
    expect(Math.abs(repeatability - truth)).toBeLessThan((3 * truth) / Math.sqrt(800));
    const pooled = groups.map((group) => sampleStandardDeviation(group) ** 2);
    const plain = Math.sqrt(pooled.reduce((sum, v) => sum + v, 0) / pooled.length);
    expect(Math.abs(repeatability - plain) / plain).toBeLessThan(0.03);
  });

  it('keeps its belief without repeats, and never becomes perfect because a coarse scale repeats itself', () => {
    expect(learnedRepeatability(rule, [[0.002], []])).toEqual({
      repeatability: rule.repeatability,
      degrees: 0,
    });
    const same = Array.from({ length: 50 }, () => [0.00275, 0.00275, 0.00275]);
    expect(learnedRepeatability(rule, same).repeatability).toBeGreaterThan(rule.repeatability / 4);
  });
});

describe('a gauge', () => {
  const samples = (values: number[], step = 0.1) => values.map((value, i) => ({ value, at: i * step }));
  const still = Array.from({ length: 8 }, () => 0.00278);

  it('is steady once it has stood still long enough, and not while it moves, jumps or is silent', () => {
    expect(steadyValue(samples(still), 1e-5, 0.7)).toBeCloseTo(0.00278, 9);
    expect(steadyValue(samples(still.slice(0, 4)), 1e-5, 0.3)).toBeNull();
    expect(steadyValue(samples(still.map((v, i) => v + i * 1e-5)), 1e-5, 0.7)).toBeNull();
    expect(steadyValue(samples([...still, 0.003]), 1e-5, 0.8)).toBeNull();
    expect(steadyValue(samples(still), 1e-5, 0.7 + STEADY_SECONDS + 0.1)).toBeNull();
    expect(steadyValue([], 1e-5, 0)).toBeNull();
  });

  it('forgets what it showed before it came to rest', () => {
    const settling = [...[0.001, 0.002, 0.0025].map((value, i) => ({ value, at: i * 0.1 }))];
    const resting = still.map((value, i) => ({ value, at: 0.3 + i * 0.1 }));
    expect(steadyValue([...settling, ...resting], 1e-5, 1)).toBeCloseTo(0.00278, 9);
  });
});

describe('frets as written', () => {
  it('are numbers and ranges, each once, in order; anything else is refused with what is accepted', () => {
    expect(parseFrets('7, 1-3 2')).toEqual({ ok: true, value: [1, 2, 3, 7] });
    for (const text of ['', 'none', '0', '3-1', '31', '1.5', '1-2-3'])
      expect(parseFrets(text)).toMatchObject({
        ok: false,
        accepted: expect.stringContaining('1-3 5') as string,
      });
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 30 }), { minLength: 1 }), (frets) => {
        const result = parseFrets(frets.join(' '));
        return result.ok && JSON.stringify(result.value) === JSON.stringify([...frets].sort((a, b) => a - b));
      }),
    );
  });
});

describe('protocols', () => {
  it('of the house name known lines only, each once, and leave no point or quantity without a place', () => {
    const named = new Set<string>();
    for (const { stages } of Object.values(HOUSE_PROTOCOLS)) {
      const lines = stages.flatMap((stage) => stage.lines);
      expect(new Set(lines).size).toBe(lines.length);
      lines.forEach((line) => named.add(line));
    }
    expect([...named].filter((line) => !(LINE_IDS as readonly string[]).includes(line))).toEqual([]);
    const retired = (line: LineId) => isQuantity(line) && QUANTITIES[line].retired;
    expect(LINE_IDS.filter((line) => !named.has(line) && !retired(line))).toEqual([]);
    expect([...named].filter((line) => retired(line as LineId))).toEqual([]);
  });

  it('ask an X-braced flat top for at least 35 readings in full, and nothing of an archtop', () => {
    const lines = HOUSE_PROTOCOLS.full.stages.flatMap((stage) => linesFor(stage, 'flat-top'));
    const places = lines.filter(isQuantity).flatMap((line) => [...QUANTITIES[line].places]);
    expect(places.length).toBeGreaterThanOrEqual(35);
    expect(lines).not.toContain('archHeight');
    expect(HOUSE_PROTOCOLS.full.stages.flatMap((stage) => linesFor(stage, 'archtop'))).not.toContain(
      'bridgePlate',
    );
  });
});

describe('a point that is looked at', () => {
  it('can be sound, and its verdict is that of the gravest state chosen', () => {
    for (const id of POINT_IDS) {
      expect(
        POINTS[id].states.some(({ verdict }) => verdict === 'sound'),
        id,
      ).toBe(true);
      expect(new Set(POINTS[id].states.map(({ name }) => name)).size).toBe(POINTS[id].states.length);
    }
    expect(verdictOf('bridge', [])).toBeNull();
    expect(verdictOf('bridge', ['full-thickness'])).toBe('sound');
    expect(verdictOf('bridge', ['full-thickness', 'screws-or-bolts'])).toBe('watch');
    expect(verdictOf('bridge', ['screws-or-bolts', 'planed-thin'])).toBe('repair');
    expect(verdictOf('bridgePlate', ['unseen'])).toBe('unseen');
  });
});
