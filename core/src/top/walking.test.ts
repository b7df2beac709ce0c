import { mm } from '../units/index.js';
import { describe, expect, it } from 'vitest';
import { walkedPlan, walkedTop } from '../../simulated/walkedTops.js';
import { bodyPlanFrom, usualOutline } from '../body-plan/index.js';
import { seededChance } from '../numeric/index.js';
import {
  armsToLoad,
  glueTook,
  SolvedTop,
  topSpec,
  WalkingLoad,
  loadSpots,
  type Dip,
  type LooseStretch,
} from './index.js';

const facts = { species: 'sitka-spruce' as const, laminated: false };
const plan = walkedPlan('x');
const walk = new WalkingLoad(plan, facts, 0.02);
const spots = loadSpots(plan);

describe('walking weights', () => {
  it('go over six spots of an X and eight of ladders, and over none of a fan', () => {
    expect(spots).toHaveLength(6);
    expect(spots.map(({ name }) => name)).toContain('treble lower leg of the X, 65 mm from the rim');
    expect(spots.map(({ name }) => name)).toContain('bass upper leg of the X, 95 mm from the rim');
    expect(loadSpots(bodyPlanFrom(usualOutline('concert'), 'ladder'))).toHaveLength(8);
    expect(loadSpots(bodyPlanFrom(usualOutline('concert'), 'fan'))).toEqual([]);
  });

  it('of simulated tops never alarm a sound one, and find the leg that swings free', () => {
    const chance = seededChance(31);
    let found = 0;
    for (let i = 0; i < 6; i++) {
      const sound = walkedTop(plan, chance, 'sound');
      const nothing = walk.said(sound.dips, sound.weight);
      expect(nothing.told && nothing.arms.some(({ look }) => look === 'first')).toBe(false);
      const open = walkedTop(plan, chance, 'open');
      const said = walk.said(open.dips, open.weight);
      if (!said.told) throw new Error(said.why);
      for (const { arm, look } of said.arms)
        if (look === 'first') {
          const number = walk.arms.findIndex(({ id }) => id === arm.id);
          expect(open.loose.some((one) => one.arm === number)).toBe(true);
          found += 1;
        }
    }
    expect(found).toBeGreaterThan(4);
  });

  it('say from where to where, about', () => {
    const top = new SolvedTop(topSpec(plan, facts), { spacing: 0.018 });
    const arm = walk.arms.find(({ name }) => name === 'treble lower leg of the X')!;
    const loose: LooseStretch = { brace: arm.brace, from: 0, to: 0.6 * arm.length, gap: 1 };
    const points = spots.map(({ point }) => point);
    const dips = top
      .dips(points, 20, [loose])
      .map((dip, i): Dip => ({ spot: spots[i]!.id, dip, sd: 0.01 * mm }));
    const said = walk.said(dips, 20);
    if (!said.told) throw new Error(said.why);
    const [first] = said.arms;
    expect(first!.arm.id).toBe(arm.id);
    expect(first!.look).toBe('first');
    expect(Math.abs(first!.over - 0.6 * arm.length)).toBeLessThan(0.05);
  });

  it('are refused where every dip is another top’s, or too few were read', () => {
    const dips = spots.map(({ id }): Dip => ({ spot: id, dip: 20 * mm, sd: 0.01 * mm }));
    expect(walk.said(dips, 20)).toEqual({ told: false, why: 'far from the model' });
    expect(walk.said(dips.slice(0, 3), 20)).toEqual({ told: false, why: 'too few' });
    expect(walk.said([{ spot: 'elsewhere', dip: mm, sd: mm }], 20)).toEqual({ told: false, why: 'too few' });
  });

  it('before and after a glue-up tell whether it took, whatever the damp did to all of them', () => {
    const top = new SolvedTop(topSpec(plan, facts), { spacing: 0.018 });
    const [arm] = armsToLoad(plan);
    const loose: LooseStretch = { brace: arm!.brace, from: 0, to: 0.6 * arm!.length };
    const points = spots.map(({ point }) => point);
    const read = (of: LooseStretch[], softer: number) =>
      top
        .dips(points, 20, of)
        .map((dip, i): Dip => ({ spot: spots[i]!.id, dip: softer * dip, sd: 0.01 * mm }));
    const weights = { before: 20, after: 20 };
    const took = glueTook(spots, read([loose], 1), read([], 1.15), weights, [arm!.id]);
    expect(took.map(({ says }) => says)).toEqual(['took', 'took']);
    const not = glueTook(spots, read([loose], 1), read([loose], 1.15), weights, [arm!.id]);
    expect(not.map(({ says }) => says)).toEqual(['did not', 'did not']);
    const rough = read([], 1).map((one) => ({ ...one, sd: 0.2 * mm }));
    expect(glueTook(spots, read([loose], 1), rough, weights, [arm!.id])[0]!.says).toBe('cannot tell');
    expect(glueTook(spots, [], read([], 1), weights, [arm!.id])).toEqual([]);
  });
});
