import { mm } from '../units/index.js';
import { yearAhead } from '../../simulated/aloneAhead.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  casePreset,
  fitClimate,
  moistureOfHumidity,
  seasonMoisture,
  type Climate,
  type Scenario,
} from '../air/index.js';
import { actionAt, stanceOf } from '../stance/index.js';
import { bisect } from '../numeric/index.js';
import {
  actionBelief,
  calibrate,
  DAYS_AHEAD,
  expectThrough,
  prepareYear,
  saddleLever,
  SEEDS,
  yearUnder,
  type YearInput,
  type Played,
  type SideFit,
  type Visit,
} from './index.js';
import { sayingIn, sayYear, WEIGHTS } from '../wording/index.js';

const FROM = 20697;
const home = fitClimate([], 0);
const neck = { scale: 0.645, compensation: 4.5 * mm, bodyJoin: 14 };

/** Played at about 2.4 mm, a little over what stays clean. */
const played: Played = (() => {
  const at = (saddleShowing: number) =>
    stanceOf(neck, { firstFretGap: 0.45 * mm, relief: 0.15 * mm, straightedge: 0, saddleShowing });
  const saddleShowing = bisect((x) => actionAt(at(x), neck, 12) - 2.4 * mm, 0, 0.03, 1e-9);
  return {
    stance: at(saddleShowing),
    neck,
    pluck: { force: 0.01, logSd: 0.2 },
    relief: null,
    saddleShowing,
    leastShowing: 3.2 * mm,
  };
})();

function fitOf(beta: number, drift = 0): SideFit['calibration'] {
  const visits = Array.from({ length: 14 }, (_, i): Visit => {
    const day = FROM - 15 - 97 * (13 - i);
    const moisture = seasonMoisture(home, day);
    const years = (day - FROM) / 365.2425;
    const value = 2.5 * mm + beta * (moisture - 8.6) + drift * years;
    return { day, moisture, moistureSd: 0.1, sd: 0.03 * mm, value };
  });
  return calibrate(visits, {
    climate: home,
    belief: actionBelief({ value: 0.15 * mm, sd: 0.1 * mm }),
  });
}

const window: [number, number] = [2.1 * mm, 2.9 * mm];
const sides: SideFit[] = [
  { side: 'bass', calibration: fitOf(0.22 * mm), window },
  { side: 'treble', calibration: fitOf(0.15 * mm), window },
];
function yearInputIn(climate: Climate, today: YearInput['today'] = null): YearInput {
  const lever = saddleLever(neck.scale + neck.compensation, neck.scale);
  return {
    climate,
    from: FROM,
    today,
    played: { bass: played, treble: null },
    lever: { bass: lever, treble: lever },
    species: 'sitka-spruce',
    laminated: false,
    restraint: null,
    kept: 8.6,
    unstressed: { value: 8.6, sd: 1.5, from: 'lived in' },
  };
}
const yearInput = yearInputIn(home);
const prepared = prepareYear(yearInput, sides);
const swing = (scenario?: Scenario) => {
  const { year } = yearUnder(prepared, scenario).sides[0]!;
  return { high: year.highest.value / mm, low: year.lowest.value / mm };
};
const held = (from: number, to: number, since?: number): Scenario => ({
  kind: 'held in a band',
  from,
  to,
  since,
});

describe('the coming year under a scenario', () => {
  it('as it was is the year without one', () => {
    const plain = yearUnder(prepared);
    const said = yearUnder(prepared, { kind: 'as it was' });
    expect(said.sides.map(({ year }) => year)).toEqual(plain.sides.map(({ year }) => year));
    expect(said.wood).toEqual(plain.wood);
    // the same question asked alone draws another weather of the same kind
    for (const [i, { side, calibration }] of sides.entries()) {
      const alone = yearAhead(calibration, home, window, FROM, DAYS_AHEAD, { seed: SEEDS[side] });
      expect(Math.abs(plain.sides[i]!.year.highest.value - alone.highest.value)).toBeLessThan(0.05 * mm);
    }
  });

  it('held in a band that no weather leaves changes nothing; in none at all, the year stands still', () => {
    const [plain, wide, still] = [swing(), swing(held(1, 99)), swing(held(48, 48))];
    expect(wide.high).toBeCloseTo(plain.high, 6);
    expect(wide.low).toBeCloseTo(plain.low, 6);
    // what is left is what is not known of its level and its age
    expect(still.high - still.low).toBeLessThan(0.35 * (plain.high - plain.low));
    const days = [FROM + 60, FROM + 200, FROM + 330];
    const medians = expectThrough(sides[0]!.calibration, home, days, { scenario: held(48, 48) });
    const at = moistureOfHumidity(48);
    for (const { moisture, moistureSd } of medians) {
      expect(moisture).toBeCloseTo(at, 6);
      expect(moistureSd).toBeLessThan(1e-6);
    }
  });

  it('narrows the year the more, the narrower the band, and never beyond either end', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 35, max: 48, noNaN: true }),
        fc.double({ min: 50, max: 65, noNaN: true }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        (dry, damp, by) => {
          const [wide, narrow] = [swing(held(dry, damp)), swing(held(dry + by / 10, damp - by / 10))];
          expect(narrow.high).toBeLessThanOrEqual(wide.high + 1e-9);
          expect(narrow.low).toBeGreaterThanOrEqual(wide.low - 1e-9);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('a damper band stands higher, day by day, for one that rises with the damp', () => {
    let before = -Infinity;
    for (const middle of [36, 42, 48, 54, 60]) {
      const { high } = swing(held(middle - 2, middle + 2));
      expect(high).toBeGreaterThan(before);
      before = high;
    }
  });

  it('begins where the wood is: nothing has changed on the first day, and all of it after a season', () => {
    const today = { day: FROM, moisture: seasonMoisture(home, FROM) + 1 };
    const since: Scenario = held(40, 44, FROM);
    const [first, later] = expectThrough(sides[0]!.calibration, home, [FROM, FROM + 120], {
      today,
      scenario: since,
    });
    const [asItWas] = expectThrough(sides[0]!.calibration, home, [FROM], { today });
    expect(first!.moisture).toBeCloseTo(asItWas!.moisture, 6);
    expect(first!.median).toBeCloseTo(asItWas!.median, 8);
    expect(later!.moisture).toBeLessThan(moistureOfHumidity(44) + 0.01);
    expect(later!.moisture).toBeGreaterThan(moistureOfHumidity(40) - 0.01);
  });

  it('moved to another room keeps to the old one until the day, and then goes its way', () => {
    const on = FROM + 100;
    const there = fitClimate([], 0, casePreset());
    const scenario: Scenario = { kind: 'moved', climate: there, on };
    const days = [FROM + 30, on - 1, on + 1, on + 90];
    const moved = expectThrough(sides[0]!.calibration, home, days, { scenario });
    const stayed = expectThrough(sides[0]!.calibration, home, days);
    expect(moved[0]!.moisture).toBeCloseTo(stayed[0]!.moisture, 6);
    expect(moved[1]!.median).toBeCloseTo(stayed[1]!.median, 8);
    // a day later it has hardly moved, three months later it is at home there
    expect(Math.abs(moved[2]!.moisture - stayed[2]!.moisture)).toBeLessThan(0.5);
    expect(moved[3]!.moisture).toBeCloseTo(seasonMoisture(there, on + 90), 2);
  });

  it('a case with packs is quieter than the room, and the more so the drier the room is left', () => {
    const plain = swing();
    const cased = swing({ kind: 'case with packs', humidity: 49 });
    expect(cased.high - cased.low).toBeLessThan(0.7 * (plain.high - plain.low));
    expect(cased.low).toBeGreaterThan(plain.low);
    expect(cased.high).toBeLessThan(plain.high);
  });

  it('refuses a band that is the wrong way round', () => {
    expect(() => swing(held(60, 40))).toThrow('from dry to damp');
  });
});

describe('what a year is worked out from', () => {
  it('may come over a wire: the page and the server find the same', () => {
    const wire = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
    const there = wire({ yearInput, sides });
    const far = yearUnder(prepareYear(there.yearInput, there.sides), held(44, 52));
    expect(wire(far)).toEqual(wire(yearUnder(prepared, held(44, 52))));
  });

  it('standing answers do not ask how the air is kept', () => {
    const answers = [undefined, held(44, 52), held(30, 35)].map((scenario) => {
      const { humidity, atKept, lowestClean, saddleShowing } = yearUnder(prepared, scenario).sides[0]!
        .answers;
      return { humidity, atKept, lowestClean, saddleShowing };
    });
    expect(answers[1]).toEqual(answers[0]);
    expect(answers[2]).toEqual(answers[0]);
    expect(answers[0]!.saddleShowing).toBe(played.saddleShowing);
  });

  it('says nothing of buzz where the stance was never measured', () => {
    const { sides: both } = yearUnder(prepared);
    expect(both[0]!.answers.months.every(({ chance }) => chance !== null)).toBe(true);
    expect(
      both[1]!.answers.months.every(({ chance, buzzes }) => chance === null && buzzes.length === 0),
    ).toBe(true);
    expect(both[1]!.answers.lowestClean).toBeNull();
  });
});

describe('the year in sentences', () => {
  const texts = (scenario?: Scenario) => sayYear(yearUnder(prepared, scenario), FROM, sayingIn('mm'));
  const joined = (scenario: Scenario) =>
    texts(scenario)
      .map(({ text }) => text)
      .join(' ');

  it('names each side’s extremes once, and what asks for the most first', () => {
    const said = texts();
    for (const side of [/^Bass (and treble )?action peaks? about/u, /(^T|and t)reble action peaks? about/u])
      expect(said.filter(({ text }) => side.test(text))).toHaveLength(1);
    const weights = said.map(({ weight }) => WEIGHTS.indexOf(weight));
    expect(weights).toEqual([...weights].sort((a, b) => a - b));
    expect(said.every(({ text, because }) => text.length > 20 && because.length > 20)).toBe(true);
    // no share of simulated years stands on the surface
    expect(said.map(({ text }) => text).join(' ')).not.toMatch(/simulated|%(?!\u00a0RH|MC)/u);
  });

  it('names the year of a date where it is not this one', () => {
    const text = texts()
      .map((one) => one.text)
      .join(' ');
    const year = new Date(FROM * 864e5).getUTCFullYear();
    expect(text).toMatch(new RegExp(`February ${year + 1}`, 'u'));
    expect(text).not.toMatch(new RegExp(`${year}(?! mm)`, 'u'));
  });

  it('says both ends of the range where it may leave at both', () => {
    const lively: SideFit[] = [{ side: 'bass', calibration: fitOf(0.3 * mm), window: [1.95 * mm, 3.4 * mm] }];
    const said = sayYear(yearUnder(prepareYear(yearInput, lively)), FROM, sayingIn('mm'))
      .map(({ text }) => text)
      .find((text) => /^Bass action (will|may)/u.test(text));
    expect(said).toMatch(/above 3\.4/u);
    expect(said).toMatch(/ and .*fall below (1\.9|2\.0)/u);
  });

  it('a stove-dried band is warned of, a kept one is not, and damp is', () => {
    expect(joined(held(8, 12))).toMatch(/old cracks will probably open, and sound wood (may|will)/u);
    expect(joined(held(8, 12))).toMatch(/Expect sharp fret ends by/u);
    expect(joined(held(46, 52))).toMatch(/no danger to the top/u);
    expect(joined(held(46, 52))).not.toMatch(/fret ends/u);
    expect(joined(held(70, 80))).toMatch(/It is damper than 60\u00a0%\u00a0RH nearly all year/u);
  });

  it('a top whose braces hold more of its shrinking is in danger earlier, and it is said whose figure that is', () => {
    const dryOf = (restraint: number | null) =>
      yearUnder(prepareYear({ ...yearInput, restraint }, sides), held(15, 25)).wood;
    const [ladder, fan] = [dryOf(0.64), dryOf(0.3)];
    expect(ladder.cracks.old).toBeGreaterThan(fan.cracks.old);
    expect(ladder.cracks.old).toBeGreaterThan(ladder.cracks.sound);
    const because = (restraint: number | null) =>
      sayYear(yearUnder(prepareYear({ ...yearInput, restraint }, sides)), FROM, sayingIn('mm')).find(
        ({ text }) => text.startsWith('The wood is driest'),
      )!.because;
    expect(because(0.64)).toMatch(/hold back 64\u00a0% of what it would shrink \(its own solved plan\)/u);
    expect(because(null)).toMatch(/50\u00a0% of what it would shrink \(house figure\)/u);
  });

  it('advises no saddle where none was measured, and none that would leave too little', () => {
    expect(texts().some(({ text }) => /treble saddle/u.test(text))).toBe(false);
    const high: SideFit[] = [{ side: 'bass', calibration: fitOf(0.1 * mm), window: [1 * mm, 2 * mm] }];
    const short = { ...yearInput, played: { bass: { ...played, saddleShowing: 3.9 * mm }, treble: null } };
    const said = sayYear(yearUnder(prepareYear(short, high)), FROM, sayingIn('mm')).map(({ text }) => text);
    expect(said.join(' ')).toMatch(
      /Not enough bass saddle: trimming would leave \d\.\d mm\. Find the cause\./u,
    );
  });

  it('a kept room needs one saddle where the season asked for two', () => {
    const lively: SideFit[] = [{ side: 'bass', calibration: fitOf(0.3 * mm), window: [1.6 * mm, 3.4 * mm] }];
    const of = (scenario?: Scenario) =>
      yearUnder(prepareYear(yearInput, lively), scenario).sides[0]!.answers.saddle!.kind;
    expect(of()).toBe('two');
    expect(['as it is', 'one']).toContain(of(held(46, 52)));
  });

  it('one that drifts is out of its window sooner than one that only breathes', () => {
    const first = (drift: number) => {
      const drifting: SideFit[] = [{ side: 'bass', calibration: fitOf(0.1 * mm, drift), window }];
      return yearUnder(prepareYear(yearInput, drifting)).sides[0]!.year;
    };
    const [still, rising] = [first(0), first(0.6 * mm)];
    expect(rising.staysInside).toBeLessThan(still.staysInside);
    expect(rising.highest.value).toBeGreaterThan(still.highest.value + 0.2 * mm);
  });
});
