import { moistureOfHumidity, seasonMoisture, type DailyAir } from '@upright-elder/core';
import { describe, expect, it } from 'vitest';
import { ProblemError } from '../http/problem.js';
import { correctionOf, hygrometerWords, packsOf, understandHumidities } from './hygrometer.js';
import { NO_ROOM, roomClimate } from './room-climate.js';
import { airToday, woodOfRoom } from './wood-of-room.js';

const TODAY = 20500;
const air = (count: number, humidity: number | ((day: number) => number), last = TODAY): DailyAir[] =>
  Array.from({ length: count }, (_, i) => {
    const day = last - count + 1 + i;
    return { day, humidity: typeof humidity === 'number' ? humidity : humidity(day), celsius: 20 };
  });
const swing = (coefficients: readonly number[]) => Math.hypot(coefficients[1]!, coefficients[2]!);

describe('the climate of a room', () => {
  it('without a log is the preset of what it is', () => {
    const [home, cased] = [roomClimate([], null), roomClimate([], 45)];
    expect(home.climate).toEqual(NO_ROOM.climate);
    expect(swing(cased.climate.coefficients)).toBeLessThan(0.5 * swing(home.climate.coefficients));
    expect(cased.climate.spread).toBeLessThan(home.climate.spread);
    expect(cased.packs).toBe(45);
  });

  it('of a case is its log’s own once it was logged for two years, whatever its packs claim', () => {
    const log = air(730, 62);
    const [dry, damp] = [roomClimate(log, 35), roomClimate(log, 60)];
    for (const { climate } of [dry, damp])
      expect(seasonMoisture(climate, TODAY)).toBeCloseTo(moistureOfHumidity(62), 1);
  });

  it('of a few days is still the preset', () => {
    expect(roomClimate(air(5, 80), 45).climate).toEqual(roomClimate([], 45).climate);
    expect(roomClimate(air(5, 80), null).climate.years).toBe(0);
  });
});

describe('the wood in a room', () => {
  it('that nobody logs is not known; in a case its packs tell it', () => {
    for (const { now, warns, words } of woodOfRoom(roomClimate([], null), TODAY)) {
      expect(now).toBeNull();
      expect(warns).toBe(false);
      expect(words).toMatch(/does not reach today/u);
    }
    for (const { now } of woodOfRoom(roomClimate([], 45), TODAY)) {
      expect(now!).toBeGreaterThan(6);
      expect(now!).toBeLessThan(10);
    }
  });

  it('has come to rest in air that never changed, thick and thin alike', () => {
    for (const { now, fortnight } of woodOfRoom(roomClimate(air(760, 45), null), TODAY)) {
      expect(now!).toBeCloseTo(moistureOfHumidity(45), 1);
      expect(fortnight!).toBeCloseTo(now!, 1);
    }
  });

  it('is warned for before it has moved, where the air has just changed', () => {
    const sudden = woodOfRoom(
      roomClimate(
        air(760, (day) => (day > TODAY - 4 ? 22 : 45)),
        null,
      ),
      TODAY,
    );
    const block = sudden.find(({ piece }) => piece === 'neckBlock')!;
    const top = sudden.find(({ piece }) => piece === 'finishedTop')!;
    expect(block.now!).toBeCloseTo(moistureOfHumidity(45), 0);
    expect(top.fortnight!).toBeLessThan(top.now!);
    expect(top.warns).toBe(true);
    expect(top.words).toMatch(/within a fortnight/u);
  });

  it('is not told from a log that ended long ago', () => {
    const stale = woodOfRoom(roomClimate(air(700, 45, TODAY - 60), null), TODAY);
    expect(stale.every(({ now }) => now === null)).toBe(true);
    const cased = woodOfRoom(roomClimate(air(700, 45, TODAY - 60), 45), TODAY);
    expect(cased.every(({ now }) => now !== null)).toBe(true);
  });

  it('has a dew point in its last air alone', () => {
    expect(airToday(roomClimate([], null).log)).toBeNull();
    // 20 °C at 50 %: 9.3 °C by the tables of every handbook
    expect(airToday(roomClimate(air(3, 50), null).log)).toBeCloseTo(9.3, 0);
  });
});

describe('what is typed of a room', () => {
  const none = { saltLow: '', saltHigh: '', packs: '' };
  const refusals = (typed: Partial<typeof none>) => {
    try {
      understandHumidities({ ...none, ...typed });
      return [];
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      return error.problem.errors!.map(({ field, typed: text, accepted }) => ({ field, text, accepted }));
    }
  };

  it('may be left empty, and then common packs are taken and the hygrometer as it is', () => {
    expect(refusals({})).toEqual([]);
    expect(packsOf({ packs: '' })).toBe(49);
    expect(packsOf({ packs: '58 %' })).toBe(58);
    expect(hygrometerWords(none)).toMatch(/not been tried over salts/u);
    expect(correctionOf(null)).toEqual({ gain: 1, offset: 0 });
  });

  it('is refused by name, each with what would be accepted, and all at once', () => {
    const wrong = refusals({ saltLow: '60', saltHigh: 'wet', packs: '12' });
    expect(wrong.map(({ field }) => field)).toEqual(['saltLow', 'saltHigh', 'packs']);
    expect(wrong.map(({ text }) => text)).toEqual(['60', 'wet', '12']);
    for (const { accepted } of wrong) expect(accepted).toMatch(/empty where it is not known$/u);
  });

  it('is said back as what the hygrometer then shows', () => {
    expect(hygrometerWords({ saltLow: '38,1', saltHigh: '80.5' })).toMatch(/30 % shown are 25, 50 are 45/u);
  });
});
