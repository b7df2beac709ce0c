import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { actionBudget, termOf } from '../diagnosis/index.js';
import { METRES_PER, mm } from '../units/index.js';
import {
  actionAt,
  checkClosure,
  closureWords,
  fretPosition,
  neckReset,
  stanceOf,
  straightedgeAtPitch,
  stringHeight,
  type ClosureQuantity,
  type NeckGeometry,
  type SideReadings,
} from './index.js';
import { STRAIGHTEDGE_SCHOOLS } from '../diagnosis/schools.js';
import { firstFretGapWanted } from '../targets/index.js';
import { type SideMeasured } from '../readings/index.js';

/**
 * Closed loops: what one function prescribes is carried out on the readings, and another function finds the result
 * that was promised. Geometry only; no outside figure is needed to tell right from wrong.
 */
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const necks = fc.record({
  scale: number(0.6, 0.68),
  compensation: number(0, 0.005),
  bodyJoin: fc.integer({ min: 12, max: 15 }),
});
const readingsOf = fc.record({
  firstFretGap: number(0.2, 0.9),
  relief: number(-0.1, 0.6),
  straightedge: number(-4, 3),
  saddleShowing: number(2, 9),
});
const metres = (r: SideReadings): SideReadings => ({
  firstFretGap: r.firstFretGap * mm,
  relief: r.relief * mm,
  straightedge: r.straightedge * mm,
  saddleShowing: r.saddleShowing * mm,
});
const SD: Record<ClosureQuantity, number> = {
  action12: 0.1,
  firstFretGap: 0.02,
  relief: 0.02,
  straightedge: 0.1,
  saddleShowing: 0.04,
};

function measured(neck: NeckGeometry, readings: SideReadings): SideMeasured {
  const action12 = actionAt(stanceOf(neck, readings), neck, 12);
  const values = { action12, ...readings };
  return Object.fromEntries(
    Object.entries(values).map(([q, value]) => [q, { value, sd: SD[q as ClosureQuantity] * mm }]),
  ) as unknown as SideMeasured;
}

/** No season, and nothing read over the rim plane. */
const REST = {
  season: { value: 0, sd: 0 },
  straightedgeTarget: STRAIGHTEDGE_SCHOOLS['just above'],
  rim: {
    sound: { value: 2.2 * mm, sd: 0.6 * mm },
    madeThickness: { value: 9 * mm, sd: 0.5 * mm },
    top: null,
    thickness: null,
    fretPlane: null,
    belly: { value: 0, sd: 1.2 * mm },
  },
  rimEvidence: [],
};

/** What the nut line does when the saddle is cut: the nut stays, the gap over fret 1 follows. */
function withSaddle(neck: NeckGeometry, readings: SideReadings, saddleShowing: number): SideReadings {
  const before = stanceOf(neck, readings);
  const after = { ...before, saddleHeight: before.saddleHeight + saddleShowing - readings.saddleShowing };
  return { ...readings, saddleShowing, firstFretGap: stringHeight(after, after.firstFret) };
}

describe('closed loops of the stance', () => {
  it('all parts of the budget put right give the wanted action', () => {
    fc.assert(
      fc.property(necks, readingsOf, number(1.5, 3.5), (neck, raw, target) => {
        const readings = metres(raw);
        const budget = actionBudget({
          side: 'bass',
          neck,
          measured: measured(neck, readings),
          target: target * mm,
          reliefTarget: 0.2 * mm,
          gapTarget: firstFretGapWanted('steel').bass.target,
          ...REST,
        });
        const mended: SideReadings = {
          firstFretGap: firstFretGapWanted('steel').bass.target,
          relief: 0.2 * mm,
          straightedge: STRAIGHTEDGE_SCHOOLS['just above'],
          saddleShowing: budget.line.saddleWanted,
        };
        return Math.abs(actionAt(stanceOf(neck, mended), neck, 12) - target * mm) < 1e-12;
      }),
    );
  });

  it('one part of the budget put right takes that part away and leaves the others', () => {
    fc.assert(
      fc.property(necks, readingsOf, (neck, raw) => {
        const readings = metres(raw);
        const of = (r: SideReadings) =>
          actionBudget({
            side: 'bass',
            neck,
            measured: measured(neck, r),
            target: 2.5 * mm,
            reliefTarget: 0.2 * mm,
            gapTarget: firstFretGapWanted('steel').bass.target,
            ...REST,
          });
        const before = of(readings);
        const after = of(withSaddle(neck, readings, before.line.saddleWanted));
        const same = (cause: 'nut' | 'relief' | 'neck') =>
          Math.abs(termOf(before, cause).value - termOf(after, cause).value) < 1e-12;
        return (
          Math.abs(termOf(after, 'saddle').value) < 1e-12 && same('nut') && same('relief') && same('neck')
        );
      }),
    );
  });

  it('a heel cut as prescribed brings the straightedge to its target, relief corrected or not', () => {
    fc.assert(
      fc.property(
        necks,
        number(-5, 1),
        number(0, 2),
        number(0, 0.5),
        number(0, 0.5),
        (neck, from, target, relief, atStraightedge) => {
          const reset = neckReset({
            neck,
            target: target * mm,
            measured: from * mm,
            relief: relief * mm,
            reliefAtStraightedge: atStraightedge * mm,
            heelDepth: 0.095,
            extension: 0.118,
          });
          const D = neck.scale + neck.compensation - fretPosition(neck.scale, neck.bodyJoin);
          const afterCut = from * mm + reset.angle * D;
          // read again with the neck straightened to the wanted relief
          const settled = straightedgeAtPitch(
            neck,
            { firstFretGap: 0, saddleShowing: 0, straightedge: afterCut, relief: relief * mm },
            { reliefAtStraightedge: atStraightedge * mm },
          );
          return Math.abs(settled - target * mm) < 1e-12;
        },
      ),
    );
  });

  it('a straightedge read slack and corrected is the one read at pitch', () => {
    fc.assert(
      fc.property(
        necks,
        number(-3, 3),
        number(0, 1.5),
        number(0, 0.002),
        (neck, atPitch, rise, neckAngle) => {
          const D = neck.scale + neck.compensation - fretPosition(neck.scale, neck.bodyJoin);
          const slack = atPitch * mm + rise * mm + D * neckAngle;
          const corrected = straightedgeAtPitch(
            neck,
            { firstFretGap: 0, saddleShowing: 0, straightedge: slack, relief: 0 },
            { slackToPitch: { rise: rise * mm, neckAngle } },
          );
          return Math.abs(corrected - atPitch * mm) < 1e-12;
        },
      ),
    );
  });
});

describe('every known slip', () => {
  const neck: NeckGeometry = { scale: 0.645, compensation: 0.0025, bodyJoin: 14 };
  const readings = metres({ firstFretGap: 0.48, relief: 0.2, straightedge: 1.2, saddleShowing: 5 });
  const other = measured(
    neck,
    metres({ firstFretGap: 0.46, relief: 0.2, straightedge: 1.1, saddleShowing: 3.4 }),
  );

  const slips: [name: string, quantity: ClosureQuantity, kind: string, slip: (value: number) => number][] = [
    ['a straightedge with its sign turned', 'straightedge', 'sign', (v) => -v],
    ['an action one 64th too high', 'action12', 'one 64th', (v) => v + METRES_PER['64ths']],
    ['an action one 64th too low', 'action12', 'one 64th', (v) => v - METRES_PER['64ths']],
    ['an action in 64ths taken for millimetres', 'action12', 'unit', (v) => (v / METRES_PER['64ths']) * mm],
    [
      'a saddle in 64ths taken for millimetres',
      'saddleShowing',
      'unit',
      (v) => (v / METRES_PER['64ths']) * mm,
    ],
    ['an action read under the other string', 'action12', 'strings swapped', () => other.action12.value],
    [
      'a saddle read under the other string',
      'saddleShowing',
      'strings swapped',
      () => other.saddleShowing.value,
    ],
  ];
  it.each(slips)(
    '%s is caught, named among the questions, and its value would be the true one',
    (_name, quantity, kind, slip) => {
      const side = measured(neck, readings);
      const truth = side[quantity].value;
      const slipped = { ...side, [quantity]: { ...side[quantity], value: slip(truth) } };
      const closure = checkClosure(neck, slipped, {}, { other });
      expect(closure.closes).toBe(false);
      const found = closure.slips.find((one) => one.quantity === quantity && one.kind === kind);
      // a swap of strings is judged against the other side's reading, which is what was read here
      if (kind !== 'strings swapped') expect(found!.wouldBe).toBeCloseTo(truth, 9);
      const { questions } = closureWords('Bass', slipped.action12.value, closure);
      expect(questions.length).toBeGreaterThan(0);
      for (const question of questions) expect(question).toMatch(/\?|Measure again/u);
    },
  );

  it('never accuses readings that belong together within their errors', () => {
    const error = number(-1.2, 1.2);
    fc.assert(
      fc.property(fc.tuple(error, error, error, error, error), (errors) => {
        const side = measured(neck, readings);
        const quantities = Object.keys(side) as ClosureQuantity[];
        // five errors of at most 1.2 sd, no more than the limit of 1.96 joint errors when they are independent
        const total = Math.hypot(...errors);
        const scale = total > 1.9 ? 1.9 / total : 1;
        quantities.forEach(
          (q, i) => (side[q] = { ...side[q], value: side[q].value + errors[i]! * scale * side[q].sd }),
        );
        return checkClosure(neck, side, {}, { other }).closes;
      }),
    );
  });
});
