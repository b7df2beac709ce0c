import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  AS_IT_WAS,
  casePreset,
  climateOfExaminations,
  comingMoisture,
  fitClimate,
  moistureOfHumidity,
  PACKS_HUMIDITY,
  scenarioWood,
  seasonMoisture,
  type Scenario,
} from './index.js';

const home = fitClimate([], 0);
const ahead = (scenario: Scenario, day: number, today?: { day: number; moisture: number }) =>
  comingMoisture(home, day, today, scenarioWood(scenario, home));
const days = [20500, 20560, 20650, 20740, 20800];

describe('scenarios', () => {
  it('as it was is the climate itself, mean and spread', () => {
    for (const day of days) {
      const plain = comingMoisture(home, day, { day: 20490, moisture: 10 });
      const same = ahead(AS_IT_WAS, day, { day: 20490, moisture: 10 });
      expect(same.moisture).toBeCloseTo(plain.moisture, 9);
      expect(same.variance).toBeCloseTo(plain.variance, 9);
    }
  });

  it('a band holds every day between its ends, and nothing where the room keeps to it anyway', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 50 }), fc.integer({ min: 0, max: 40 }), (from, width) => {
        const scenario: Scenario = { kind: 'held in a band', from, to: from + width };
        return days.every((day) => {
          const { moisture, variance } = ahead(scenario, day);
          return (
            moisture >= moistureOfHumidity(from) - 1e-9 &&
            moisture <= moistureOfHumidity(from + width) + 1e-9 &&
            variance <= comingMoisture(home, day).variance + 1e-9
          );
        });
      }),
    );
    const wide = ahead({ kind: 'held in a band', from: 5, to: 98 }, 20600);
    expect(wide.moisture).toBeCloseTo(comingMoisture(home, 20600).moisture, 6);
  });

  it('a case with packs swings about a third as much, about the packs', () => {
    const swing = (scenario: Scenario) => {
      const moistures = Array.from({ length: 53 }, (_, i) => ahead(scenario, 20500 + 7 * i).moisture);
      return Math.max(...moistures) - Math.min(...moistures);
    };
    const packed: Scenario = { kind: 'case with packs', humidity: 49 };
    expect(swing(packed) / swing(AS_IT_WAS)).toBeCloseTo(0.35, 6);
    expect(ahead(packed, 20600).variance).toBeLessThan(comingMoisture(home, 20600).variance / 5);
  });

  it('a case that nobody logs has that very year', () => {
    const packed = fitClimate([], 0, casePreset());
    for (const day of days)
      expect(seasonMoisture(packed, day)).toBeCloseTo(
        ahead({ kind: 'case with packs', humidity: 49 }, day).moisture,
        9,
      );
    expect(packed.years).toBe(0);
  });

  it('such a case stands about its packs, and swings the same whatever they hold', () => {
    const year = (humidity: number) => {
      const climate = fitClimate([], 0, casePreset(humidity));
      const wood = days.map((day) => seasonMoisture(climate, day));
      return { mean: climate.coefficients[0]!, swing: Math.max(...wood) - Math.min(...wood) };
    };
    const [dry, usual, damp] = [year(40), year(PACKS_HUMIDITY), year(58)];
    expect(dry.mean).toBeLessThan(usual.mean);
    expect(usual.mean).toBeLessThan(damp.mean);
    // two thirds of the way from the room to the packs
    expect(damp.mean - dry.mean).toBeCloseTo(0.65 * (moistureOfHumidity(58) - moistureOfHumidity(40)), 9);
    expect(dry.swing).toBeCloseTo(damp.swing, 9);
  });

  it('a move changes nothing before its day, begins without a jump and ends in the new room', () => {
    const damp = climateOfExaminations(
      Array.from({ length: 40 }, (_, i) => ({ day: 19000 + 20 * i, humidity: 75, celsius: 20 })),
    );
    const moved: Scenario = { kind: 'moved', climate: damp, on: 20600 };
    expect(ahead(moved, 20590).moisture).toBeCloseTo(comingMoisture(home, 20590).moisture, 9);
    expect(ahead(moved, 20600).moisture).toBeCloseTo(comingMoisture(home, 20600).moisture, 6);
    expect(ahead(moved, 20700).moisture).toBeCloseTo(seasonMoisture(damp, 20700), 2);
  });

  it('begun on a day, starts where the wood is and is there within weeks', () => {
    const always: Scenario = { kind: 'held in a band', from: 40, to: 42 };
    const begun: Scenario = { ...always, since: 20650 };
    expect(ahead(begun, 20650).moisture).toBeCloseTo(comingMoisture(home, 20650).moisture, 9);
    expect(ahead(begun, 20640).moisture).toBeCloseTo(comingMoisture(home, 20640).moisture, 9);
    const off = [3, 10, 40].map((days) =>
      Math.abs(ahead(begun, 20650 + days).moisture - ahead(always, 20650 + days).moisture),
    );
    expect(off[1]).toBeLessThan(off[0]!);
    expect(off[2]).toBeLessThan(0.01);
  });

  it('refuses a band the wrong way round', () => {
    expect(() => scenarioWood({ kind: 'held in a band', from: 60, to: 40 }, home)).toThrow(/dry to damp/u);
  });
});
