import { mm } from '../units/index.js';
import { describe, expect, it } from 'vitest';
import { armsOf, GENERIC_PLAN, looseLegs } from '../../simulated/genericTop.js';
import { pathLength, bodyPlanFrom, usualOutline } from '../body-plan/index.js';
import { seededChance } from '../numeric/index.js';
import {
  drawTop,
  DrawnTops,
  fromGlued,
  groupsOf,
  rankBraces,
  SolvedTop,
  topSpec,
  UNKNOWNS,
  type LooseStretch,
  type TopFacts,
} from './index.js';

const facts: TopFacts = { species: 'sitka-spruce', laminated: false };
const load = { pull: 735, moisture: 0 };
const plan = GENERIC_PLAN;
const legs = looseLegs(plan);
const whole = (name: string): LooseStretch => {
  const brace = plan.braces.find((one) => one.name.includes(name))!;
  return { brace: brace.id, from: 0, to: pathLength(brace.path) };
};
const bars = [whole('upper tone bar'), whole('lower tone bar')];
const fingers = plan.braces
  .filter(({ kind }) => kind === 'finger brace')
  .slice(0, 2)
  .map(({ id, path }): LooseStretch => ({ brace: id, from: 0, to: pathLength(path) }));

const drawn = (many: number, seed: number, loose: readonly LooseStretch[], of: TopFacts = facts) => {
  const tops = new DrawnTops(plan, of, loose, load, seededChance(seed), 0.026);
  for (let i = 0; i < many; i++) {
    tops.draw();
    tops.rank();
  }
  return tops;
};

describe('the order of gluing', () => {
  it('has no sign: with a tailpiece the legs of the X are the first group all the same', () => {
    const loose = [...bars, ...fingers, ...legs];
    const [group] = drawn(16, 3, loose, { ...facts, anchor: 'tailpiece' }).groups();
    const first = group!.stretches.map((i) => loose[i]!);
    expect(first).toHaveLength(2);
    expect(new Set(first)).toEqual(new Set(legs));
  });

  it('brings the shape nearer at every step, to the glued one', () => {
    for (const anchor of ['bridge', 'tailpiece'] as const) {
      const top = new SolvedTop(topSpec(plan, { ...facts, anchor }), { spacing: 0.016, recorded: legs });
      const ranking = rankBraces(top, [...bars, ...legs], load);
      const left = [ranking.apart, ...ranking.order.map((step) => step.left)];
      expect([...left].sort((a, b) => b - a)).toEqual(left);
      expect(left.at(-1)).toBeCloseTo(0, 9);
      expect(fromGlued(ranking.glued, ranking.glued)).toBe(0);
    }
  });

  it('calls a mirror pair a tie, whichever way the mesh lies', () => {
    const mirrored = { ...plan, braces: plan.braces.filter(({ kind }) => kind !== 'tone bar') };
    const tops = new DrawnTops(mirrored, facts, legs, load, seededChance(8), 0.026);
    for (let i = 0; i < 12; i++) tops.rank();
    expect(tops.groups()).toHaveLength(1);
  });

  it('puts the X before tone bars and finger braces, and says what makes no odds', () => {
    const loose = [...fingers, ...bars, ...legs];
    const tops = drawn(12, 21, loose);
    const groups = tops.groups();
    for (const order of tops.ordersDrawn) {
      const places = [
        [4, 5],
        [2, 3],
        [0, 1],
      ].map((kind) => kind.map((one) => order.indexOf(one)));
      expect(places.map((kind) => Math.max(...kind))).toEqual([1, 3, 5]);
    }
    expect(groups[0]!.stretches).toEqual(expect.arrayContaining([4, 5]));
    expect(groups[0]!.stretches.length).toBeLessThan(4);
    expect(groups.at(-1)!.matters).toBe(false);
    expect(groups.at(-1)!.stretches).toEqual(expect.arrayContaining([0, 1]));
  });

  it('of orders: what nearly all agree on is an order, the rest are ties; of none there is none', () => {
    expect(groupsOf([])).toEqual([]);
    const orders = Array.from({ length: 100 }, (_, i) => (i % 2 ? [2, 0, 1] : [2, 1, 0]));
    expect(groupsOf(orders)).toEqual([[2], [0, 1]]);
    expect(groupsOf(Array.from({ length: 100 }, (_, i) => (i < 92 ? [0, 1] : [1, 0])))).toEqual([[0, 1]]);
    expect(groupsOf(Array.from({ length: 100 }, (_, i) => (i < 96 ? [0, 1] : [1, 0])))).toEqual([[0], [1]]);
  });
});

describe('what is not known', () => {
  it('is drawn about what is believed, and less widely once it was measured', () => {
    const thicknesses = (of: TopFacts, seed: number) => {
      const chance = seededChance(seed);
      return Array.from({ length: 400 }, () => drawTop(plan, of, [], chance).spec.sheet.thickness / mm);
    };
    const sdOf = (values: number[]) => {
      const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
      return Math.sqrt(values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / values.length);
    };
    const [not, measured] = [thicknesses(facts, 1), thicknesses({ ...facts, thickness: 3.2 * mm }, 1)];
    expect(sdOf(not)).toBeGreaterThan(0.26);
    expect(sdOf(not)).toBeLessThan(0.34);
    expect(sdOf(measured)).toBeLessThan(0.12);
    expect(measured.reduce((sum, one) => sum + one, 0) / measured.length).toBeCloseTo(3.2, 1);
  });

  it('reaches as far as was felt, give or take; what ends with its brace ends there', () => {
    const { id, lower } = armsOf(plan)[0]!;
    const chance = seededChance(4);
    for (let i = 0; i < 200; i++) {
      const [inner, outer] = drawTop(
        plan,
        facts,
        [
          { brace: id, from: 60 * mm, to: 120 * mm },
          { brace: id, from: 0, to: lower / 2 },
        ],
        chance,
      ).loose as [LooseStretch, LooseStretch];
      expect(inner.to).toBeGreaterThan(inner.from);
      expect(outer.from).toBe(0);
      expect(outer.to).toBeGreaterThan(0.2 * lower);
    }
  });

  it('spreads into every figure, and the one that moves the turn most is named', () => {
    const tops = drawn(12, 7, legs);
    const spread = tops.spread(legs, load)!;
    for (const { from, to, by } of Object.values(spread)) {
      expect(from).toBeLessThan(to);
      expect(by === null || UNKNOWNS.includes(by)).toBe(true);
    }
    const turn = (spread.turn.to - spread.turn.from) * (180 / Math.PI);
    // an engineer would say 0.8° give or take 0.25
    expect(turn).toBeGreaterThan(0.25);
    expect(turn).toBeLessThan(1.2);
    const known = drawn(12, 7, legs, {
      ...facts,
      thickness: 2.8 * mm,
      stringHeight: 14 * mm,
      slope: 0,
      domeRadius: 9,
      bridgeThickness: 9 * mm,
      plateThickness: 2.5 * mm,
    }).spread(legs, load)!;
    expect(known.turn.to - known.turn.from).toBeLessThan(spread.turn.to - spread.turn.from);
    expect(new DrawnTops(plan, facts, [], load, seededChance(1)).spread([], load)).toBeNull();
  });

  it('a tail block that goes with the sides turns the sign of what pull does to the saddle line', () => {
    const rise = (tailBlock: 'held' | 'sprung') =>
      new SolvedTop(topSpec(bodyPlanFrom(usualOutline('auditorium'), 'x'), { ...facts, tailBlock })).glued()
        .pull.saddle.rise;
    expect(rise('held')).toBeLessThan(0);
    expect(rise('sprung')).toBeGreaterThan(0);
  });

  it('a cracked plate turns further than a whole one and less than none', () => {
    const turn = (more: Partial<TopFacts>, bare = false) =>
      new SolvedTop(topSpec(bare ? { ...plan, plate: null } : plan, { ...facts, ...more }), {
        spacing: 0.014,
      }).glued().pull.saddle.turn;
    expect(turn({ plateCracked: true })).toBeGreaterThan(1.002 * turn({}));
    expect(turn({ plateCracked: true })).toBeLessThan(turn({}, true));
  });
});
