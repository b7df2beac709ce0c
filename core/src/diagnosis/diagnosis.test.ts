import fc from 'fast-check';
import { determinant, inverse, Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { sixtyInstruments } from '../../simulated/learnedInstruments.js';
import { addedRepairs, judgedWrong, SOUND_POINTS, withSound } from '../../simulated/judgedRight.js';
import { groundToday, judgeInstrument } from '../instrument/index.js';
import type { Uncertain } from '../numeric/index.js';
import { HEIGHT_UNITS, mm } from '../units/index.js';
import { sayFinding, sayIn, sayStep } from '../wording/index.js';
import { shareOut, termOf, topAtSaddle, type RimPlaneInput } from './index.js';

const of = (value: number, sd: number): Uncertain => ({ value: value * mm, sd: sd * mm });
const n = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('belly, thickness or neck', () => {
  const input: RimPlaneInput = {
    short: of(3, 0.01),
    sound: of(2.2, 0.001),
    madeThickness: of(9, 0.001),
    top: of(3.2, 0.001),
    thickness: of(8.5, 0.001),
    fretPlane: null,
    target: 0.5 * mm,
    belly: of(0, 3),
  };

  it('is the identity where dome and bridge are known: the neck is the remainder', () => {
    const { belly, thickness, neck, unexplained } = shareOut(input);
    expect(belly.value).toBeCloseTo(1 * mm, 5);
    expect(thickness.value).toBeCloseTo(-0.5 * mm, 5);
    expect(neck.value).toBeCloseTo(2.5 * mm, 4);
    expect(unexplained.value).toBeCloseTo(0, 5);
  });

  it('cannot tell at a first visit: dome and original thickness leave about 0.8 mm of the straightedge', () => {
    const { neck } = shareOut({
      ...input,
      sound: of(2.2, 0.65),
      madeThickness: of(9, 0.5),
      top: of(3.2, 0.1),
      thickness: of(9, 0.05),
      short: of(1, 0.1),
    });
    expect(neck.sd).toBeGreaterThan(0.5 * mm);
    expect(neck.sd).toBeLessThan(1 * mm);
  });

  it('does not need the dome where the fret plane was read over the rim and the bridge is as it was made', () => {
    const wide = { ...input, top: null, thickness: null, sound: of(2.2, 0.3), madeThickness: of(9, 0.1) };
    const read = shareOut({ ...wide, fretPlane: of(2.2 + 9 + 0.5 - 2.5, 0.1) });
    expect(read.neck.value).toBeCloseTo(2.5 * mm, 3.6);
    expect(read.neck.sd).toBeLessThan(0.6 * shareOut(wide).neck.sd);
  });

  it('agrees with weighted least squares of all that was read and believed (normal equations)', () => {
    fc.assert(
      fc.property(n(-5, 5), n(0, 6), n(5, 12), n(4, 18), (short, top, thickness, plane) => {
        const full: RimPlaneInput = {
          short: of(short, 0.2),
          sound: of(2.2, 0.6),
          madeThickness: of(9, 0.5),
          top: of(top, 0.3),
          thickness: of(thickness, 0.1),
          fretPlane: of(plane, 0.15),
          target: 0.5 * mm,
          belly: of(0.4, 0.9),
        };
        // unknowns: z_sound, t_b0, belly, thickness, neck, mm; priors are rows too; a bridge is as it was made, or planed
        const ways = [
          [0.88, 0, 0.5],
          [0.12, -2, 1],
        ].map(([share, planed, sd]) => {
          const rows: [number[], number, number][] = [
            [[1, 0, 0, 0, 0], 2.2, 0.6],
            [[0, 1, 0, 0, 0], 9, 0.5],
            [[0, 0, 1, 0, 0], 0.4, 0.9],
            [[0, 0, 0, 1, 0], planed!, sd!],
            [[0, 0, 0, 0, 1], 0, 2],
            [[0, 0, 1, 1, 1], short, 0.2],
            [[1, 0, 1, 0, 0], top, 0.3],
            [[0, 1, 0, 1, 0], thickness, 0.1],
            [[1, 1, 0, 0, -1], plane - 0.5, 0.15],
          ];
          const A = new Matrix(rows.map(([row, , error]) => row.map((one) => one / error)));
          const y = Matrix.columnVector(rows.map(([, value, error]) => value / error));
          const information = inverse(A.transpose().mmul(A));
          const fitted = information.mmul(A.transpose().mmul(y)).to1DArray();
          // what was read, as a normal vector: mean R·μ, covariance R·Σ·Rᵀ + errors
          const R = new Matrix(rows.slice(5).map(([row]) => row));
          const mean = Matrix.columnVector(rows.slice(0, 5).map(([, value]) => value));
          const prior = Matrix.diag(rows.slice(0, 5).map(([, , error]) => error ** 2));
          const errors = Matrix.diag(rows.slice(5).map(([, , error]) => error ** 2));
          const covariance = Matrix.add(R.mmul(prior).mmul(R.transpose()), errors);
          const off = Matrix.sub(Matrix.columnVector(rows.slice(5).map(([, value]) => value)), R.mmul(mean));
          const square = off.transpose().mmul(inverse(covariance)).mmul(off).get(0, 0);
          return {
            weight: Math.log(share!) - 0.5 * (square + Math.log(determinant(covariance))),
            fitted,
            sds: information.diagonal().map(Math.sqrt),
          };
        });
        const best = Math.max(...ways.map(({ weight }) => weight));
        const all = ways.reduce((sum, { weight }) => sum + Math.exp(weight - best), 0);
        const mixed = (of: (way: (typeof ways)[number]) => number) =>
          ways.reduce((sum, way) => sum + (Math.exp(way.weight - best) / all) * of(way), 0);
        const fitted = [0, 1, 2, 3, 4].map((i) => mixed((way) => way.fitted[i]!));
        const sds = fitted.map((value, i) =>
          Math.sqrt(mixed((way) => way.sds[i]! ** 2 + (way.fitted[i]! - value) ** 2)),
        );
        const { belly, thickness: thick, neck } = shareOut(full);
        return [belly, thick, neck].every(
          ({ value, sd }, i) =>
            Math.abs(value / mm - fitted[2 + i]!) < 1e-7 && Math.abs(sd / mm - sds[2 + i]!) < 1e-7,
        );
      }),
    );
  });

  it('reads the top under the saddle between the places that a dial reaches, else by the lean', () => {
    const lean: Uncertain = { value: 0.02, sd: 0.001 };
    const slope = (before: number): Uncertain & { before: number } => ({
      value: 3 * mm - Math.tan(0.02) * before,
      sd: 0.05 * mm,
      before,
    });
    expect(topAtSaddle([slope(0.025), slope(-0.04)], null)!.value).toBeCloseTo(3 * mm, 6);
    expect(topAtSaddle([slope(-0.04)], lean)!.value).toBeCloseTo(3 * mm, 6);
    const alone = topAtSaddle([slope(-0.04)], null)!;
    expect(alone.sd).toBeGreaterThan(topAtSaddle([slope(-0.04)], lean)!.sd);
    expect(topAtSaddle([], lean)).toBeNull();
  });
});

describe('sixty drawn instruments through everything', () => {
  const all = sixtyInstruments().map(({ seed, learned, today, drawn: { truth } }) => ({
    seed,
    learned,
    today,
    truth,
    judgement: judgeInstrument(groundToday(learned.evidence, today)),
  }));

  it('budgets add up, nothing contradicts, live damage is first, what may not be strung is slackened', () => {
    expect(
      all.flatMap(({ seed, judgement }) => judgedWrong(judgement).map((text) => `${seed}: ${text}`)),
    ).toEqual([]);
  });

  it('a part found sound never asks for its repair', () => {
    const added = all.flatMap(({ seed, learned, today, judgement }) =>
      SOUND_POINTS.flatMap((point) => {
        const sounder = withSound(learned.evidence, point);
        return sounder
          ? addedRepairs(point, judgement, judgeInstrument(groundToday(sounder, today))).map(
              (id) => `${seed}: ${point} sound, ${id}`,
            )
          : [];
      }),
    );
    expect(added).toEqual([]);
  });

  it('says each thing as a sentence, each once', () => {
    for (const { seed, judgement } of all) {
      for (const say of HEIGHT_UNITS.map(sayIn)) {
        const texts = judgement.findings.map((one) => sayFinding(one, say));
        expect(new Set(texts).size, `${seed}`).toBe(texts.length);
        for (const text of [...texts, ...judgement.order.map((one) => sayStep(one, say))])
          expect(text, `${seed}`).toMatch(/^[A-Z0-9].*[.?]$/u);
      }
    }
  });

  it('keeps the true cause within its stated error', () => {
    for (const cause of ['season', 'relief', 'belly', 'thickness', 'neck', 'saddle', 'nut'] as const) {
      const held = all.flatMap(({ judgement, truth }) =>
        truth === null
          ? []
          : judgement.sides.flatMap(({ side, budget }) => {
              if (!budget) return [];
              const { value, sd } = termOf(budget, cause);
              return [Math.abs(value - truth[side][cause]) <= 1.96 * sd];
            }),
      );
      const share = held.filter(Boolean).length / held.length;
      expect(share, cause).toBeGreaterThan(0.87);
    }
  });
});
