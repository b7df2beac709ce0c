import { mm } from '../units/index.js';
import { describe, expect, it } from 'vitest';
import { fitClimate, ROOM_LOG_SD, seasonMoisture, seasonVariance } from '../air/index.js';
import { normals, seededChance } from '../numeric/index.js';
import { QUANTITIES, HOUSE_TOOLS, QUANTITY_IDS, toolSd } from '../readings/index.js';
import {
  actionBelief,
  calibrate,
  CRACK_BELIEF,
  expectOn,
  isFollowed,
  sensitivityOf,
  seriesBelief,
  seriesKey,
  type SeriesBelief,
  type TopConstruction,
  type Visit,
  type Weighted,
} from './index.js';

const climate = fitClimate([], 0);
const solid: TopConstruction = { kind: 'flat', laminated: false };
const laminated: TopConstruction = { kind: 'flat', laminated: true };
const followed = QUANTITY_IDS.filter(isFollowed);

describe('what is believed of a quantity before it is measured', () => {
  it.each(QUANTITY_IDS)('%s: is finite, open in both directions of age, and sums to one', (quantity) => {
    const belief = seriesBelief(quantity, solid);
    for (const { value: mean, sd } of [belief.sensitivity, belief.age]) {
      expect(Number.isFinite(mean)).toBe(true);
      expect(sd).toBeGreaterThan(0);
    }
    expect(belief.age.value).toBe(0);
    expect(belief.levelSd).toBeGreaterThan(2 * belief.slipSd);
    for (const choices of [belief.models, belief.walks])
      expect(choices.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 12);
  });

  it('a laminated top is believed to move less, and nothing else of it', () => {
    for (const quantity of QUANTITY_IDS) {
      const [one, other] = [sensitivityOf(quantity, solid), sensitivityOf(quantity, laminated)];
      const ofTheTop = ['action', 'top', 'into the bridge'].includes(QUANTITIES[quantity].breathing);
      if (ofTheTop) expect(Math.abs(other.value)).toBeLessThan(0.5 * Math.abs(one.value));
      else expect(other).toEqual(one);
    }
  });

  it('the straightedge goes into the bridge by as much as the top rises, the action by half', () => {
    const rise = sensitivityOf('bellyAlong', solid).value;
    expect(rise).toBeGreaterThan(0);
    expect(sensitivityOf('straightedge', solid).value).toBe(-rise);
    expect(sensitivityOf('action12', solid).value).toBeCloseTo(rise / 2, 12);
  });

  it('sizes that nobody expects to move are not followed', () => {
    for (const quantity of ['bridgeThickness', 'plateThickness', 'nutWidth'] as const)
      expect(isFollowed(quantity)).toBe(false);
    for (const quantity of ['action12', 'relief', 'bridgeTilt', 'bellyAcross', 'jointGap'] as const)
      expect(isFollowed(quantity)).toBe(true);
    expect(seriesKey('relief', 'bass')).toBe('relief.bass');
  });
});

/** One of several, by their chances. */
function drawn(choices: readonly Weighted[], chance: () => number): number {
  let left = chance();
  return (choices.find((one) => (left -= one.chance) < 0) ?? choices.at(-1)!).sd;
}

/**
 * Histories drawn from what is believed itself, forecast half a year ahead: then an 80 % band must hold in 80 of 100
 * (simulation-based calibration; Talts et al., 2018). It checks the fit's arithmetic for every kind of quantity, not the
 * beliefs.
 */
function shareHeld(belief: SeriesBelief, readingSd: number, seed: number, count: number): number {
  const chance = seededChance(seed);
  const gauss = normals(chance);
  let held = 0;
  for (let one = 0; one < count; one++) {
    const beta = belief.sensitivity.value + belief.sensitivity.sd * gauss();
    const age = belief.age.sd * gauss();
    const model = drawn(belief.models, chance);
    const walk = drawn(belief.walks, chance);
    const days = Array.from({ length: 6 }, (_, i) => 20000 + 150 * i + Math.round(40 * chance()));
    // far from where nothing can be less
    let level = belief.least === undefined ? 3 * mm : 150 * mm;
    let before = days[0]!;
    const truthOn = (day: number, wood: number) => {
      level += walk * Math.sqrt((day - before) / 365.2425) * gauss();
      before = day;
      return level + beta * (wood - 8.6) + (age * (day - 20000)) / 365.2425;
    };
    const woodOn = (day: number) =>
      seasonMoisture(climate, day) +
      Math.hypot(climate.spread, Math.sqrt(seasonVariance(climate, day))) * gauss();
    const visits = days.map((day): Visit => {
      const wood = woodOn(day);
      return {
        day,
        moisture: wood + ROOM_LOG_SD * gauss(),
        moistureSd: ROOM_LOG_SD,
        sd: readingSd,
        value: truthOn(day, wood) + model * gauss() + readingSd * gauss(),
      };
    });
    const calibration = calibrate(visits, { climate, belief });
    const day = before + 182;
    const wood = woodOn(day);
    const truth = truthOn(day, wood) + model * gauss();
    const variance = climate.spread ** 2 + seasonVariance(climate, day);
    const { band80 } = expectOn(calibration, day, { moisture: seasonMoisture(climate, day), variance });
    if (truth >= band80[0] && truth <= band80[1]) held += 1;
  }
  return held / count;
}

describe('bands of every kind of quantity hold as often as they promise, under their own beliefs', () => {
  // 150 histories: a standard error of 3.3 %; three of them either way
  const within = (share: number) => {
    expect(share).toBeGreaterThan(0.7);
    expect(share).toBeLessThan(0.9);
  };
  // one of each kind stands for its like
  const kinds = followed.filter(
    (quantity, i) =>
      followed.findIndex(
        (other) =>
          QUANTITIES[other].breathing === QUANTITIES[quantity].breathing &&
          QUANTITIES[other].dimension === QUANTITIES[quantity].dimension,
      ) === i,
  );
  it.each(kinds)('%s', (quantity) => {
    const belief =
      quantity === 'action12'
        ? { ...actionBelief(sensitivityOf(quantity, solid)), lags: false }
        : seriesBelief(quantity, solid);
    within(shareHeld(belief, toolSd(HOUSE_TOOLS[QUANTITIES[quantity].tool]), 7, 150));
  });
  it('length of a crack', () => within(shareHeld(CRACK_BELIEF.length, 0.7 * mm, 8, 150)));
  it('width of a crack', () => within(shareHeld(CRACK_BELIEF.width, 0.02 * mm, 9, 150)));

  it('of a crack never goes below nothing, however far its band reaches', () => {
    const visits = [0, 180].map((day, i): Visit => ({
      day: 20000 + day,
      moisture: 7 + 3 * i,
      moistureSd: 0.4,
      sd: 0.02e-3,
      value: (0.2 - 0.19 * i) * 1e-3,
    }));
    const fit = calibrate(visits, { climate, belief: CRACK_BELIEF.width });
    const { median, band95 } = expectOn(fit, 20400, { moisture: 12, variance: 0.3 });
    expect(median).toBe(0);
    expect(band95[0]).toBe(0);
    expect(band95[1]).toBeGreaterThan(0);
  });
});
