import { describe, expect, it } from 'vitest';
import { downForce, wheelTurns } from '../archtop/index.js';
import { normals, seededChance } from '../numeric/index.js';
import { BELLY_POINTS, BELLY_PULL, bellyFits } from '../../simulated/bellies.js';
import { GENERIC_PLAN, looseLegs } from '../../simulated/genericTop.js';
import {
  builtDome,
  fitBelly,
  FOLD_THRESHOLD,
  heightOf,
  rankBraces,
  shapeFigures,
  softened,
  softnessFrom,
  SolvedTop,
  strungOf,
  topSpec,
  viewOf,
  type BellyFit,
  type BellyStation,
  type LooseStretch,
} from './index.js';

const plan = GENERIC_PLAN;
const top = new SolvedTop(topSpec(plan, { species: 'sitka-spruce', laminated: false }), { spacing: 0.014 });
const sound: LooseStretch[] = [];
const PULL = BELLY_PULL;
const { saddleAt } = plan.bridge;

/** A belly as the shapes make it, read with an error. */
function belly(dome: number, set: number, moisture: number, noise: () => number): BellyStation[] {
  const rises = top.state([], { pull: PULL * (1 + set), moisture }).rise;
  return BELLY_POINTS.map((point) => ({
    point,
    height: dome * builtDome(plan, 9, point) + top.at(rises, point) + 1e-4 * noise(),
    sd: 1e-4,
  }));
}

describe('the fit of a belly', () => {
  it('gives back what was put in, where nothing is read wrongly and the moisture is known', () => {
    const stations = belly(0.8, 0.6, 1.5, () => 0);
    const fit = fitBelly(top, sound, stations, { pull: PULL, moisture: { value: 1.5, sd: 0.01 } });
    expect(fit.dome.value).toBeCloseTo(0.8, 1);
    expect(fit.set.value).toBeCloseTo(0.6, 1);
    expect(fit.misfit).toBeLessThan(0.05);
    fit.stations.forEach(({ height, modelled }) => expect(Math.abs(height - modelled)).toBeLessThan(2e-5));
  });

  it('tells a dome from a fold over 200 seeded bellies, and its errors are honest', () => {
    const chance = seededChance(2026);
    const normal = normals(chance);
    const off: number[] = [];
    const called = { sound: 0, folding: 0, wrong: 0 };
    for (let i = 0; i < 200; i++) {
      const folds = i % 2 === 1;
      const dome = folds ? 0.3 + 0.3 * chance() : 0.6 + 0.8 * chance();
      const set = folds ? 1 + chance() : 0;
      const moisture = normal();
      const fit = fitBelly(top, sound, belly(dome, set, moisture, normal), {
        pull: PULL,
        moisture: { value: moisture + 0.5 * normal(), sd: 0.5 },
        strungSd: 0.05,
      });
      off.push((fit.set.value - set) / fit.set.sd);
      if (fit.verdict === 'folding') called[folds ? 'folding' : 'wrong'] += 1;
      if (fit.verdict === 'sound dome') called[folds ? 'wrong' : 'sound'] += 1;
    }
    expect(called.wrong).toBe(0);
    expect(called.folding).toBeGreaterThan(90);
    expect(called.sound).toBeGreaterThan(90);
    // the model error that the fit allows for is not in these bellies, so its errors are on the careful side
    const within = off.filter((one) => Math.abs(one) < 1.96).length / off.length;
    expect(within).toBeGreaterThan(0.93);
    const rms = Math.sqrt(off.reduce((sum, one) => sum + one * one, 0) / off.length);
    expect(rms).toBeGreaterThan(0.4);
  });

  it('does not know where only a few stations are read, and refuses too few or one in the hole', () => {
    const few = belly(1, 0.9, 0, () => 0).filter(({ point }) => point[1] < saddleAt && point[0] === 0);
    const load = { pull: PULL, moisture: { value: 0, sd: 1 } };
    expect(() => fitBelly(top, sound, few, load)).toThrow(/4 stations/u);
    const inHole: BellyStation = { point: [0, 0.36], height: 0, sd: 1e-4 };
    expect(() => fitBelly(top, sound, [...belly(1, 0, 0, () => 0), inHole], load)).toThrow(/no wood/u);
    const wide = belly(1, 0.4, 0, () => 0)
      .slice(0, 4)
      .map((station) => ({ ...station, sd: 1e-3 }));
    expect(fitBelly(top, sound, wide, load).verdict).toBe('cannot tell');
  });

  it('goes from a sound dome by “cannot tell” to folding as the set grows, and never back', () => {
    const load = { pull: PULL, moisture: { value: 0, sd: 0.3 } };
    const fits = Array.from({ length: 25 }, (_, i) =>
      fitBelly(
        top,
        sound,
        belly(0.8, i / 12, 0, () => 0),
        load,
      ),
    );
    const steps = fits.map(({ verdict }) => ['sound dome', 'cannot tell', 'folding'].indexOf(verdict));
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
    expect(new Set(steps)).toEqual(new Set([0, 1, 2]));
    for (const [i, { foldIndex }] of fits.entries())
      if (i > 0) expect(foldIndex.value).toBeGreaterThan(fits[i - 1]!.foldIndex.value);
    // what is in doubt lies about the threshold
    const doubted = fits
      .filter(({ verdict }) => verdict === 'cannot tell')
      .map(({ foldIndex }) => foldIndex.value);
    expect(Math.min(...doubted)).toBeLessThan(FOLD_THRESHOLD);
    expect(Math.max(...doubted)).toBeGreaterThan(FOLD_THRESHOLD);
  });
});

describe('a belly with loose legs', () => {
  // a twentieth of what `npm run bench` runs
  const fits = bellyFits();
  const legs = looseLegs(plan);
  const share = (all: readonly BellyFit[], of: (fit: BellyFit) => boolean) =>
    all.filter(of).length / all.length;

  it('is never called sound where they are recorded', () => {
    expect(share(fits(60, legs, legs), ({ verdict }) => verdict === 'sound dome')).toBe(0);
  });

  it('hardly ever asks to look inside a sound top, nor calls it folding', () => {
    const sound = fits(60, [], []);
    expect(share(sound, ({ lookInside }) => lookInside)).toBeLessThan(0.1);
    // the misfit of a right model is about 1
    const misfit = sound.reduce((sum, one) => sum + one.misfit, 0) / sound.length;
    expect(misfit).toBeGreaterThan(0.7);
    expect(misfit).toBeLessThan(1.2);
    expect(share(sound, ({ verdict }) => verdict === 'folding')).toBe(0);
  });
});

describe('a weight on the bridge', () => {
  it('tells how soft a top is: one that dips twice as far turns twice as far and swells as before', () => {
    const dip = -top.state([], { pull: 0, moisture: 0, weight: 20 }).saddle.rise;
    const softness = softnessFrom({ weight: 20, dip: 2 * dip, sd: 0.1 * dip }, top, []);
    expect(softness.value).toBeCloseTo(2, 12);
    expect(softness.sd).toBeCloseTo(0.1, 12);
    const load = { pull: PULL, moisture: 1 };
    const [hard, soft] = [load, softened(load, softness.value)].map((one) => top.state([], one).saddle);
    const damp = top.state([], { pull: 0, moisture: 1 }).saddle;
    expect(soft!.turn - damp.turn).toBeCloseTo(2 * (hard!.turn - damp.turn), 12);
    expect(() => softnessFrom({ weight: 0, dip, sd: 0 }, top, [])).toThrow(/positive/u);
  });
});

describe('the ranking of loose braces', () => {
  const legs = looseLegs(plan);
  const bar: LooseStretch = { brace: 'lower tone bar', from: 0, to: 0.1 };
  const load = { pull: PULL, moisture: 0 };
  const ranking = rankBraces(top, [bar, ...legs], load);

  it('puts the legs of the X before a tone bar, and what each gives adds up to the whole', () => {
    expect(ranking.stretches.map(({ stretch }) => stretch.brace)).toHaveLength(3);
    expect(ranking.order.at(-1)!.stretch).toBe(bar);
    const turned = ranking.order.reduce((sum, { gain }) => sum + gain.turn, 0);
    expect(turned).toBeCloseTo(ranking.now.turn - ranking.glued.turn, 12);
    expect(ranking.order.at(-1)!.left).toBeCloseTo(0, 9);
    expect(ranking.now.turn).toBeGreaterThan(ranking.glued.turn);
  });

  it('is of nothing where nothing is loose', () => {
    const none = rankBraces(top, [], load);
    expect(none.now).toEqual(none.glued);
    expect(none.order).toEqual([]);
  });
});

describe('the shape of a top', () => {
  it('is the sum of what strings and damp do, and its sections run from rim to rim and leave out the hole', () => {
    const view = viewOf(top);
    const of = (pull: number, moisture: number) => shapeFigures(view, strungOf(top, [], { pull, moisture }));
    const [both, one, other] = [of(PULL, 2), of(PULL, 0), of(0, 2)];
    expect(both.rise).toBeCloseTo(one.rise + other.rise, 14);
    expect(both.turn).toBeCloseTo(one.turn + other.turn, 14);
    const damp = top.state([], { pull: 0, moisture: 1 }).rise;
    const line = view.across.map((sample) => heightOf(sample, damp));
    // held at both rims
    expect(Math.abs(line[0]!)).toBeLessThan(0.1 * Math.max(...line));
    expect(Math.abs(line.at(-1)!)).toBeLessThan(0.1 * Math.max(...line));
    expect(view.centre.some(({ at }) => at > 0.33 && at < 0.39)).toBe(false);
    expect(structuredClone(view)).toEqual(view);
  });
});

describe('an archtop', () => {
  it('is pressed by T (sin α + sin β), and its wheels move the action by half their way', () => {
    expect(downForce(800, 0, Math.PI / 6)).toBeCloseTo(400, 9);
    expect(downForce(700, 0.1, 0.14)).toBeCloseTo(700 * (Math.sin(0.1) + Math.sin(0.14)), 12);
    expect(() => downForce(-1, 0, 0)).toThrow();
    expect(() => downForce(1, 2, 0)).toThrow(/quarter/u);
    // 0.5 mm less at fret 12 is 1 mm at the saddle, two turns of half a millimetre
    expect(wheelTurns(-0.0005, 0.5, 0.0005)).toBeCloseTo(-2, 12);
    expect(() => wheelTurns(1, 0, 1)).toThrow();
  });
});
