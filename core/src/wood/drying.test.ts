import { describe, expect, it } from 'vitest';
import {
  closingMoisture,
  dryingAllowance,
  fretSprout,
  meterMoisture,
  SPECIES,
  TOO_DAMP_TO_CLOSE,
  weighMoisture,
} from './index.js';

const mm = 1e-3;

describe('drying', () => {
  it('of Sitka spruce held half is σ_t/(E_R C_R ρ k) by hand (Wood Handbook values)', () => {
    const [strength, radial, change] = [2.6e6, 0.078 * 10.8e9 * 1.1, 4.3 / (3000 - 86)];
    expect(dryingAllowance(SPECIES['sitka-spruce'])).toBeCloseTo(strength / (radial * change * 0.5 * 0.7), 6);
  });

  it('bears less the more it is held, and less in cedar than in spruce', () => {
    const spruce = SPECIES['sitka-spruce'];
    expect(dryingAllowance(spruce, 0.9)).toBeLessThan(dryingAllowance(spruce, 0.4));
    expect(dryingAllowance(SPECIES['western-redcedar'])).toBeLessThan(2 * dryingAllowance(spruce));
    for (const species of Object.values(SPECIES)) expect(dryingAllowance(species)).toBeGreaterThan(1);
    expect(() => dryingAllowance(spruce, 0)).toThrow(RangeError);
  });

  it('lets fret ends out by half of what the board loses, never in', () => {
    expect(fretSprout(6.5, 8.5, 0.06)).toBeCloseTo(0.03 * 0.0021 * 2, 9);
    expect(fretSprout(9, 8.5)).toBe(0);
  });
});

describe('a crack', () => {
  const plate = { change: 0.0015, width: 0.19, restraint: 0.5 };
  it('closes where the line through two widths meets nothing', () => {
    const closing = closingMoisture(
      [
        { width: 0.3 * mm, moisture: 6 },
        { width: 0.1 * mm, moisture: 8 },
      ],
      plate,
    );
    expect(closing).toBeCloseTo(9, 9);
  });
  it('with one width closes by what the plate swells', () => {
    expect(closingMoisture([{ width: 0.2 * mm, moisture: 7 }], plate)).toBeCloseTo(
      7 + 0.0002 / (0.0015 * 0.19 * 0.5),
      9,
    );
    expect(closingMoisture([{ width: 1.5 * mm, moisture: 7 }], plate)).toBeGreaterThan(TOO_DAMP_TO_CLOSE);
  });
  it('that opens with damp is not closed by it', () => {
    const widths = [
      { width: 0.1 * mm, moisture: 6 },
      { width: 0.3 * mm, moisture: 9 },
    ];
    expect(closingMoisture(widths, plate)).toBeNull();
    expect(() => closingMoisture([], plate)).toThrow(RangeError);
  });
});

describe('a meter', () => {
  it('of pins is corrected for warmth, one without is not', () => {
    const about = { shown: 9, celsius: 30, settingFits: true };
    expect(meterMoisture({ ...about, kind: 'pin' }).moisture).toBeCloseTo(9 - 1.1, 9);
    expect(meterMoisture({ ...about, kind: 'pinless' }).moisture).toBe(9);
    expect(meterMoisture({ ...about, kind: 'pin', settingFits: false }).sd).toBeGreaterThan(
      meterMoisture({ ...about, kind: 'pin' }).sd,
    );
  });
  it('pulls by its weight: the mean lies nearer to the surer, and is surer than either', () => {
    const { moisture, sd } = weighMoisture({ moisture: 8, sd: 0.4 }, { moisture: 10, sd: 0.8 });
    expect(moisture).toBeCloseTo(8 + 2 * (0.16 / 0.8), 9);
    expect(sd).toBeLessThan(0.4);
  });
});
