import { Matrix, solve } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { AFTERWARDS_DAY, drawProvisional, PROVISIONAL_DAY } from '../../simulated/provisionalPlans.js';
import { rimOf } from '../diagnosis/index.js';
import { groundToday, learn, standOn } from '../instrument/index.js';
import { normalBelow, normalQuantile } from '../numeric/index.js';
import {
  HOUSE_EFFECTS,
  NO_MONEY,
  plannedBy,
  repairPlansOf,
  type Ground,
  type RepairPlan,
} from '../repair-plans/index.js';
import { actionAt, stanceOf } from '../stance/index.js';
import { STRING_SIDES } from '../strings/index.js';
import { TREATMENTS } from '../treatments/index.js';
import { BELIEF_DRAWS, drawStance, stanceBelief, straightedgeOf } from './belief.js';
import { evenDraws } from './draws.js';
import { firstPartOf, spentOnce, spentOver, treeOf, wayOf } from './index.js';

const groundOf = (seed: number): Ground => {
  const drawn = drawProvisional(seed);
  const learned = learn(drawn.record, drawn.air);
  return groundToday(learned.evidence, standOn(learned, drawn.air, PROVISIONAL_DAY));
};
const soundOf = (ground: Ground): RepairPlan =>
  repairPlansOf(ground, NO_MONEY).find(({ kinds }) => kinds.includes('sound'))!;

const grounds = Array.from({ length: 12 }, (_, seed) => groundOf(seed));

describe('draws', () => {
  it('lie evenly: one in every part of each name, and the same again by the same seed', () => {
    const draws = evenDraws(50, { together: [], each: ['a', 'b'] }, 3);
    for (const name of ['a', 'b']) {
      const parts = draws.map((draw) => Math.floor(50 * draw.uniform(name))).sort((x, y) => x - y);
      expect(parts).toEqual(Array.from({ length: 50 }, (_, i) => i));
    }
    const again = evenDraws(50, { together: [], each: ['a', 'b'] }, 3);
    expect(again.map((draw) => [draw.normal('a'), draw.normal('c')])).toEqual(
      draws.map((draw) => [draw.normal('a'), draw.normal('c')]),
    );
    expect(evenDraws(50, { together: [], each: ['a', 'b'] }, 4)[0]!.uniform('a')).not.toBe(
      draws[0]!.uniform('a'),
    );
  });

  it('go back from a share to its z: Abramowitz and Stegun, table 26.1 and 26.5', () => {
    expect(normalQuantile(0.5)).toBeCloseTo(0, 6);
    expect(normalQuantile(0.975)).toBeCloseTo(1.959964, 5);
    expect(normalQuantile(0.9)).toBeCloseTo(1.281552, 5);
    for (const z of [-2, -0.3, 1.7]) expect(normalQuantile(normalBelow(z))).toBeCloseTo(z, 5);
  });
});

describe('what is believed of the stance', () => {
  it('is what least squares over all readings has it to be, by another library', () => {
    const ground = grounds.find(({ evidence }) => rimOf(evidence, 'bass').rim.thickness)!;
    const [way] = stanceBelief(ground)!.bridges;
    // of the drawn stances mean and spread come back; the belly against the readings that tell it alone
    const n = 4000;
    const draws = evenDraws(n, { together: [], each: [...BELIEF_DRAWS, 'bridge as made'] }, 11).map((draw) =>
      drawStance({ ...stanceBelief(ground)!, bridges: [{ ...way!, share: 1 }] }, draw),
    );
    const belly = draws.map((one) => one.belly);
    const mean = belly.reduce((a, b) => a + b, 0) / n;
    expect(mean).toBeCloseTo(way!.mean[0]!, 5);
    // normal equations of a small part of it: sound + belly = top, made + thickness = bridge, with their beliefs
    const { rim } = rimOf(ground.evidence, 'bass');
    const rows: [number[], number, number][] = [
      [[1, 0], rim.belly.value, rim.belly.sd],
      [[0, 1], rim.sound.value, rim.sound.sd],
      [[1, 1], rim.top!.value, rim.top!.sd],
    ];
    const weighted = new Matrix(rows.map(([row, , sd]) => row.map((a) => a / sd)));
    const right = Matrix.columnVector(rows.map(([, value, sd]) => value / sd));
    const least = solve(weighted, right);
    // all other readings may move it by no more than they can know: its own error
    const spread = Math.sqrt(belly.reduce((a, b) => a + (b - mean) ** 2, 0) / n);
    expect(Math.abs(least.get(0, 0) - mean)).toBeLessThan(2 * spread);
    expect(spread).toBeLessThan(rim.belly.sd);
  });

  it('lies on the line of the strings: action from gap, relief, straightedge and saddle', () => {
    for (const ground of grounds) {
      const belief = stanceBelief(ground)!;
      for (const draw of evenDraws(20, { together: [], each: BELIEF_DRAWS }, 5)) {
        const truth = drawStance(belief, draw);
        for (const side of STRING_SIDES) {
          const neck = ground.evidence.instrument.necks[side];
          const { gap, relief, saddle, action } = truth.sides[side];
          const stance = stanceOf(neck, {
            firstFretGap: gap,
            relief,
            saddleShowing: saddle,
            straightedge: straightedgeOf(truth, side, belief.sides[side]),
          });
          // what the line model itself leaves out is a tenth of a millimetre
          expect(Math.abs(actionAt(stance, neck, 12) - action)).toBeLessThan(0.5e-3);
        }
      }
    }
  });
});

describe('a tree', () => {
  const plan = (ground: Ground) => ({ ground, plan: soundOf(ground) });
  const trees = grounds
    .map(plan)
    .map(({ ground, plan: of }) => ({ ground, plan: of, tree: treeOf(ground, of, { rate: 50 }, 32) }));

  it('begins with the work up to the reading, and its chances are all there are', () => {
    for (const { plan: of, tree } of trees) {
      expect(tree).not.toBeNull();
      const { first, ways, otherwise, undecided } = tree!;
      expect(of.ids.slice(0, first.length)).toEqual(first);
      expect(['measure-first', 'rest-under-tension']).toContain(first.at(-1));
      expect(first.some((id) => TREATMENTS[id].cuts)).toBe(false);
      const sum = ways.reduce((all, { chance }) => all + chance, otherwise + undecided);
      expect(sum).toBeCloseTo(1, 9);
      expect(ways.map(({ chance }) => chance)).toEqual(
        [...ways].map(({ chance }) => chance).sort((a, b) => b - a),
      );
      expect(ways.length).toBeLessThanOrEqual(4);
      for (const { more } of ways) expect(more.hours[0]).toBeLessThanOrEqual(more.hours[2]);
      expect(tree!.whole.hours[1]).toBeGreaterThan(tree!.firstSpent.hours[1] - 1e-9);
    }
  });

  it('is the same again, and of a plan that waits for nothing there is none', () => {
    const { ground, plan: of, tree } = trees[0]!;
    expect(treeOf(ground, of, { rate: 50 }, 32)).toEqual(tree);
    expect(firstPartOf(['slacken', 'clean-and-inspect', 'saddle', 'set-up'])).toBeNull();
    expect(treeOf(ground, repairPlansOf(ground, NO_MONEY)[0]!, { rate: 50 }, 32)).toBeNull();
  });

  it('asks instead where minutes would tell: the other side, the bridge, joint and glue', () => {
    const { ground, plan: of } = trees[0]!;
    const { evidence } = ground;
    const { neckJoint: _joint, ...build } = evidence.instrument.build;
    const unread = (reads: typeof evidence.reads, instrument = evidence.instrument): Ground => {
      const next = { ...evidence, reads, instrument };
      return groundToday(next, { sides: [] });
    };
    const noBridge = unread(evidence.reads.filter(({ quantity }) => quantity !== 'bridgeThickness'));
    expect(treeOf(noBridge, of, { rate: 50 }, 8)).toMatchObject({ asks: ['bridge-thickness'], says: 'ask' });
    const oneSide = unread(evidence.reads.filter(({ place }) => place !== 'treble'));
    expect(treeOf(oneSide, of, { rate: 50 }, 8)).toMatchObject({ asks: ['other-side'], undecided: 1 });
    const noJoint = unread(evidence.reads, { ...evidence.instrument, build });
    expect(treeOf(noJoint, of, { rate: 50 }, 8)!.asks).toEqual(['joint-kind']);
  });

  it('comes as it is said: of ways said at half or more, more than half came', () => {
    let [said, came, of] = [0, 0, 0];
    trees.forEach(({ tree }, seed) => {
      const drawn = drawProvisional(seed);
      const after = learn(drawn.after(tree!.first), drawn.airAfter);
      const then = groundToday(after.evidence, standOn(after, drawn.airAfter, AFTERWARDS_DAY));
      const key = wayOf(plannedBy('sound', then), then);
      for (const way of tree!.ways.filter(({ chance }) => chance >= 0.5)) {
        said += way.chance;
        of += 1;
        if (way.key === key) came += 1;
      }
    });
    // five hundred are weighed in `npm run bench`
    expect(of).toBeGreaterThan(6);
    expect(came / of).toBeGreaterThan(said / of - 0.35);
  });
});

describe('what work takes', () => {
  it('is drawn about what the catalogue has, wider than its ends added up would be narrow', () => {
    const ground = grounds[0]!;
    const ids = soundOf(ground).ids;
    const draws = evenDraws(400, { together: [], each: [] }, 2);
    const spent = spentOver(
      draws.map((draw) => spentOnce([ids], ground, draw)),
      50,
    );
    const middle = ids.reduce((sum, id) => sum + (TREATMENTS[id].hands[0] + TREATMENTS[id].hands[1]) / 2, 0);
    expect(spent.hours[1]).toBeGreaterThan(0.85 * middle);
    expect(spent.hours[1]).toBeLessThan(1.25 * middle);
    expect(spent.money![0]).toBeGreaterThan(50 * spent.hours[0] - 1e-9);
    // a shop whose jobs run longer says so
    const slower: Ground = {
      ...ground,
      effects: {
        ...HOUSE_EFFECTS,
        hours: Object.fromEntries(ids.map((id) => [id, { value: 2, sd: 0.2, cases: 9 }])),
      },
    };
    const slow = spentOver(
      draws.map((draw) => spentOnce([ids], slower, draw)),
      null,
    );
    expect(slow.hours[1]).toBeGreaterThan(1.6 * spent.hours[1]);
    expect(slow.money).toBeNull();
  });
});
