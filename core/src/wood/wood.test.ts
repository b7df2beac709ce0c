import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dimensionChange, equilibriumMoisture, humidityForMoisture, SPECIES } from './index.js';

/** USDA Forest Products Laboratory, Wood Handbook, Table 4-2, the row of 21.1 °C (70 °F). */
const TABLE_4_2: [number, number][] = [
  [5, 1.3],
  [10, 2.5],
  [15, 3.5],
  [20, 4.5],
  [25, 5.4],
  [30, 6.2],
  [35, 6.9],
  [40, 7.7],
  [45, 8.5],
  [50, 9.2],
  [55, 10.1],
  [60, 11.0],
  [65, 12.0],
  [70, 13.1],
  [75, 14.4],
  [80, 16.0],
  [85, 17.9],
  [90, 20.5],
  [95, 23.9],
];

describe('equilibrium moisture content', () => {
  it.each(TABLE_4_2)(
    'at %d %% RH and 21.1 °C is %d %%MC within 0.1 (Wood Handbook, Table 4-2)',
    (rh, emc) => {
      expect(Math.abs(equilibriumMoisture(rh, 21.1) - emc)).toBeLessThanOrEqual(0.1);
    },
  );

  it('rises with humidity, falls with temperature in a living room, and its inverse brings the humidity back', () => {
    const rh = fc.double({ min: 1, max: 98, noNaN: true });
    const celsius = fc.double({ min: 0, max: 40, noNaN: true });
    fc.assert(
      fc.property(rh, celsius, (h, t) => {
        const m = equilibriumMoisture(h, t);
        return (
          equilibriumMoisture(h + 1, t) > m &&
          (h < 30 || t < 15 || equilibriumMoisture(h, t + 1) < m) &&
          Math.abs(humidityForMoisture(m, t) - h) < 1e-4
        );
      }),
    );
  });

  it('refuses what is no humidity or temperature', () => {
    expect(() => equilibriumMoisture(101, 20)).toThrow(RangeError);
    expect(() => equilibriumMoisture(-1, 20)).toThrow(RangeError);
    expect(() => equilibriumMoisture(50, NaN)).toThrow(RangeError);
    expect(() => humidityForMoisture(-1, 20)).toThrow(RangeError);
  });
});

describe('swelling', () => {
  /** Wood Handbook, chapter 13, coefficient table as recalled: radial, tangential. */
  it.each([
    ['sitka-spruce', 0.00148, 0.00263],
    ['sugar-maple', 0.00165, 0.00353],
    ['black-walnut', 0.0019, 0.00274],
    ['engelmann-spruce', 0.0013, 0.00248],
  ] as const)(
    'coefficients of %s follow from its shrinkage (Wood Handbook, Table 4-3 and chapter 13)',
    (id, radial, tangential) => {
      expect(Math.abs(SPECIES[id].radialChange - radial)).toBeLessThanOrEqual(0.000006);
      expect(Math.abs(SPECIES[id].tangentialChange - tangential)).toBeLessThanOrEqual(0.000006);
    },
  );

  it('of a 400 mm spruce top over 4 %MC is D·C·ΔM (Wood Handbook, chapter 13): 2.37 mm, and drying takes it back', () => {
    const swell = dimensionChange(0.4, SPECIES['sitka-spruce'].radialChange, 6, 10);
    expect(swell * 1000).toBeCloseTo(2.37, 1);
    expect(dimensionChange(0.4, SPECIES['sitka-spruce'].radialChange, 10, 6)).toBeCloseTo(-swell, 12);
  });
});
