import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closureFigures, SIMULATED_SLIPS } from '../../simulated/closures.js';
import { METRES_PER, mm } from '../units/index.js';
import {
  actionAt,
  actionWeights,
  bridgeTurn,
  checkClosure,
  closureWords,
  cheekCut,
  fretPosition,
  heelStrip,
  intonationShift,
  neckReset,
  radiusDrop,
  reliefOverNeck,
  saddleForce,
  stanceOf,
  stringHeight,
  type NeckGeometry,
} from './index.js';
import { type SideMeasured } from '../readings/index.js';

const neck: NeckGeometry = { scale: 645 * mm, compensation: 2.5 * mm, bodyJoin: 14 };
const readings = { firstFretGap: 0.48 * mm, relief: 0.2 * mm, straightedge: 0.5 * mm, saddleShowing: 4 * mm };

describe('fret places', () => {
  it('follow L (1 − 2^(−n/12)): for 645 mm fret 12 at 322.50 and fret 14 at 357.69 mm (equal temperament)', () => {
    expect(fretPosition(645, 12)).toBeCloseTo(322.5, 9);
    expect(fretPosition(645, 14)).toBeCloseTo(357.69, 2);
    expect(() => fretPosition(0, 1)).toThrow(RangeError);
  });
});

describe('stance', () => {
  it('gives back the first-fret gap and the saddle crown it was made from', () => {
    const stance = stanceOf(neck, readings);
    expect(actionAt(stance, neck, 1)).toBeCloseTo(readings.firstFretGap, 12);
    expect(stringHeight(stance, stance.stringLength)).toBeCloseTo(stance.saddleHeight, 12);
  });

  it('holds the string about 0.2 mm over the nut line for a gap of 0.48 mm (worked value of the method)', () => {
    const stance = stanceOf(neck, { ...readings, saddleShowing: 5 * mm, straightedge: 0 });
    expect(stance.nutHeight / mm).toBeGreaterThan(0.15);
    expect(stance.nutHeight / mm).toBeLessThan(0.3);
  });

  it('lowers the action by half of what the bridge sinks, near enough, and relief raises it', () => {
    const weights = actionWeights(neck, 12);
    expect(weights.saddleShowing).toBeGreaterThan(0.45);
    expect(weights.saddleShowing).toBeLessThan(0.5);
    expect(weights.straightedge).toBeCloseTo(-weights.saddleShowing, 12);
    expect(weights.relief).toBeGreaterThan(0);
  });

  it('moves action by 1.3 to 2.4 times the relief where the rod turns the plane too (common practice)', () => {
    const before = actionAt(stanceOf(neck, readings), neck, 12);
    const turned = { ...readings, relief: 0.35 * mm };
    const after = actionAt(stanceOf(neck, turned, { reliefAtStraightedge: 0.2 * mm }), neck, 12);
    const ratio = (after - before) / (0.15 * mm);
    expect(ratio).toBeGreaterThan(1.3);
    expect(ratio).toBeLessThan(2.4);
  });

  it('reads the same bend between frets 1 and 12 as between 1 and 14', () => {
    const xs = [1, 12, 14].map((n) => fretPosition(neck.scale, n)) as [number, number, number];
    const curvature = 1 / 60;
    const depth = (from: number, to: number) => (curvature * (to - from) ** 2) / 8;
    expect(reliefOverNeck(neck, depth(xs[0], xs[1]), [1, 12])).toBeCloseTo(depth(xs[0], xs[2]), 9);
    expect(() => reliefOverNeck(neck, 1, [12, 1])).toThrow(RangeError);
  });

  it('refuses an impossible neck', () => {
    expect(() => stanceOf({ ...neck, scale: 3 }, readings)).toThrow(/scale/u);
    expect(() => stanceOf({ ...neck, bodyJoin: 40 }, readings)).toThrow(/body join/u);
  });

  it('puts an outer string’s plane about 1 mm lower at the saddle on a 400 mm radius (common practice)', () => {
    const drop = radiusDrop(neck, 18 * mm, 24 * mm, 400 * mm);
    expect(drop / mm).toBeGreaterThan(0.8);
    expect(drop / mm).toBeLessThan(1.2);
  });
});

describe('saddle', () => {
  it('shift of 1 mm on 645 mm moves the fretted 12th by 2.7 cents against the open string (Mersenne and equal temperament)', () => {
    const bare = { ...neck, compensation: 0 };
    expect(intonationShift(bare, 12, 1 * mm)).toBeCloseTo(-2.684, 2);
  });

  it('turn keeps the crown’s distance from the turning line', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        fc.double({ min: 0.001, max: 0.03, noNaN: true }),
        fc.double({ min: -0.02, max: 0.02, noNaN: true }),
        (angle, H, b) => {
          const move = bridgeTurn(angle, H, b);
          return Math.abs(Math.hypot(-b + move.along, H + move.up) - Math.hypot(b, H)) < 1e-12;
        },
      ),
    );
  });

  it('force is nothing without a bend', () => {
    expect(saddleForce(700, 0, 0)).toBe(0);
    expect(saddleForce(700, 0.05, 0.4)).toBeCloseTo(700 * (Math.sin(0.05) + Math.sin(0.4)), 9);
  });
});

describe('neck reset', () => {
  it('closes on itself: after the cut the straightedge stands at its target', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        number(-3, 3),
        number(-6, 3),
        number(0, 1.3),
        number(70, 110),
        number(80, 130),
        (target, measured, fretHeight, heel, extension) => {
          const reset = neckReset({
            neck,
            target: target * mm,
            measured: measured * mm,
            fretHeight: fretHeight * mm,
            heelDepth: heel * mm,
            extension: extension * mm,
          });
          const D = neck.scale + neck.compensation - fretPosition(neck.scale, 14);
          const rises = (reset.heelCut / (heel * mm)) * D;
          return (
            Math.abs((measured + fretHeight) * mm + rises - target * mm) < 1e-12 &&
            Math.abs(reset.wedge - reset.angle * extension * mm) < 1e-12
          );
        },
      ),
    );
  });

  it('worked by hand from similar triangles: 3 mm at the bridge, heel 95 mm, extension 118 mm, D 289.8 mm', () => {
    const reset = neckReset({
      neck,
      target: 1 * mm,
      measured: -2 * mm,
      heelDepth: 95 * mm,
      extension: 118 * mm,
    });
    expect(reset.change / mm).toBeCloseTo(3, 9);
    expect(reset.heelCut / mm).toBeCloseTo(0.983, 2);
    expect(reset.wedge / mm).toBeCloseTo(1.221, 2);
    const strip = heelStrip(reset, 95 * mm);
    expect(strip.map(({ below }) => Math.round(below / mm))).toEqual([20, 40, 60, 80, 95]);
    for (const { below, cut } of strip) expect(cut / below).toBeCloseTo(reset.angle, 12);
    expect(() => neckReset({ neck, target: 0, measured: 0, heelDepth: 0, extension: 1 })).toThrow(RangeError);
  });

  it('a line that is 2 mm off at the bridge takes 0.4 mm off one cheek (common practice)', () => {
    expect(cheekCut(neck, 2 * mm, 58 * mm) / mm).toBeCloseTo(0.4, 1);
  });
});

describe('closure check', () => {
  const stance = stanceOf(neck, readings);
  const measured = (): SideMeasured => ({
    action12: { value: actionAt(stance, neck, 12), sd: 0.12 * mm },
    firstFretGap: { value: readings.firstFretGap, sd: 0.02 * mm },
    relief: { value: readings.relief, sd: 0.02 * mm },
    straightedge: { value: readings.straightedge, sd: 0.12 * mm },
    saddleShowing: { value: readings.saddleShowing, sd: 0.04 * mm },
  });

  it('is silent over readings that belong together', () => {
    const closure = checkClosure(neck, measured());
    expect(closure.residual).toBeCloseTo(0, 12);
    expect(closure).toMatchObject({ closes: true, slips: [] });
  });

  it('finds a turned sign of the straightedge', () => {
    const side = measured();
    side.straightedge.value = 1.6 * mm;
    side.action12.value = actionAt(stanceOf(neck, { ...readings, straightedge: 1.6 * mm }), neck, 12);
    side.straightedge.value = -1.6 * mm;
    const closure = checkClosure(neck, side);
    expect(closure.closes).toBe(false);
    expect(closure.slips[0]).toMatchObject({ quantity: 'straightedge', kind: 'sign' });
    expect(closure.slips[0]!.wouldBe).toBeCloseTo(1.6 * mm, 9);
  });

  it('finds a 64th and a wrong unit, and names a correction that really closes', () => {
    const rule = measured();
    rule.action12.value += METRES_PER['64ths'];
    expect(checkClosure(neck, rule).slips).toContainEqual(
      expect.objectContaining({ quantity: 'action12', kind: 'one 64th' }),
    );

    const unit = measured();
    unit.action12.value = (unit.action12.value / METRES_PER['64ths']) * mm;
    const closure = checkClosure(neck, unit, {}, { other: measured() });
    expect(closure.slips[0]).toMatchObject({ quantity: 'action12', kind: 'unit' });
    for (const { quantity, correction } of closure.corrections) {
      const mended: SideMeasured = {
        ...unit,
        [quantity]: { ...unit[quantity], value: unit[quantity].value + correction },
      };
      expect(Math.abs(checkClosure(neck, mended).residual)).toBeLessThan(1e-9);
    }
  });

  it.each(SIMULATED_SLIPS)(
    'over simulated slips, %s: the reading is among the first two in 9 of 10, never outside of what it can be',
    (kind) => {
      for (const history of [false, true]) {
        const found = closureFigures(kind, 250, history);
        expect(found.questioned).toBeGreaterThan(0.35);
        expect(found.reading).toBeGreaterThanOrEqual(0.9);
        expect(found.readingAndKind).toBeGreaterThanOrEqual(
          kind === 'sign' || kind === 'slack for pitch' ? 0.9 : 0.7,
        );
        expect(found.outside).toBe(0);
      }
    },
  );

  it('says both where one 64th on the action and one 32nd on the straightedge would close it alike', () => {
    const rule = measured();
    rule.action12.value += METRES_PER['64ths'];
    const closure = checkClosure(neck, rule, {}, { other: measured() });
    const { slips } = closure;
    expect(slips).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ quantity: 'action12', kind: 'one 64th' }),
        expect.objectContaining({ quantity: 'straightedge', kind: 'one 32nd' }),
      ]),
    );
    const { questions } = closureWords('Bass', rule.action12.value, closure);
    expect(questions.join(' ')).toMatch(
      /action at fret 12 be one 64th.*straightedge be one 32nd|straightedge be one 32nd.*action at fret 12 be one 64th/u,
    );
  });

  it('falls back to “measure again” where no known slip fits', () => {
    const odd = measured();
    odd.saddleShowing.value += 1.37 * mm;
    const closure = checkClosure(neck, odd);
    expect(closure.closes).toBe(false);
    expect(closure.corrections).toHaveLength(5);
    expect(closure.corrections[0]!.inErrors).toBeLessThanOrEqual(closure.corrections[1]!.inErrors);
  });
});
