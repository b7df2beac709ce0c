import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import {
  corrected,
  dewPoint,
  humidityAt,
  humidityRatio,
  hygrometerCorrection,
  parsePacks,
  parseSalt,
  SALTS,
  saturationPressure,
  STANDARD_PRESSURE,
  UNCHECKED,
  vapourPressure,
} from './index.js';

psychrolib.SetUnitSystem(psychrolib.SI);

describe('psychrometrics against the library psychrolib', () => {
  it.each([-30, -10, -0.5, 0.5, 5, 20, 21.1, 35, 50])('at %d °C', (celsius) => {
    const relative = (a: number, b: number) => Math.abs(a / b - 1);
    expect(relative(saturationPressure(celsius), psychrolib.GetSatVapPres(celsius))).toBeLessThan(1e-4);
    for (const humidity of [15, 45, 80]) {
      expect(
        relative(vapourPressure(humidity, celsius), psychrolib.GetVapPresFromRelHum(celsius, humidity / 100)),
      ).toBeLessThan(1e-4);
      expect(
        Math.abs(dewPoint(humidity, celsius) - psychrolib.GetTDewPointFromRelHum(celsius, humidity / 100)),
      ).toBeLessThan(0.02);
      expect(
        relative(
          humidityRatio(humidity, celsius),
          psychrolib.GetHumRatioFromRelHum(celsius, humidity / 100, STANDARD_PRESSURE),
        ),
      ).toBeLessThan(1e-4);
    }
  });

  it('saturates at 2339 Pa at 20 °C (ASHRAE table)', () => {
    expect(Math.abs(saturationPressure(20) - 2339)).toBeLessThan(1);
  });

  it('warming dries and cooling damps the same air, and back again it is as it was', () => {
    const humidity = fc.double({ min: 5, max: 60, noNaN: true });
    const celsius = fc.double({ min: 0, max: 25, noNaN: true });
    fc.assert(
      fc.property(humidity, celsius, (h, t) => {
        const warm = humidityAt(h, t, t + 10);
        return warm < h && Math.abs(humidityAt(warm, t + 10, t) - h) < 1e-9;
      }),
    );
    // a frosty night's air at a stove: common experience, about a tenth
    expect(humidityAt(80, -10, 20)).toBeLessThan(12);
  });

  it('refuses what is no air', () => {
    expect(() => saturationPressure(200)).toThrow(RangeError);
    expect(() => vapourPressure(101, 20)).toThrow(RangeError);
    expect(() => dewPoint(0, 20)).toThrow(/dew point/u);
  });
});

describe('a hygrometer tried over salts', () => {
  it('then shows the salts right, and moves all else along a straight line', () => {
    const line = hygrometerCorrection([
      { shown: 38, truth: SALTS.low },
      { shown: 77, truth: SALTS.high },
    ]);
    expect(corrected(38, line)).toBeCloseTo(SALTS.low, 9);
    expect(corrected(77, line)).toBeCloseTo(SALTS.high, 9);
    expect(corrected(57.5, line)).toBeCloseTo((SALTS.low + SALTS.high) / 2, 9);
    expect(corrected(0, hygrometerCorrection([{ shown: 40, truth: SALTS.low }]))).toBe(0);
  });
  it('tried over one is only shifted; untried it is taken as it is', () => {
    expect(hygrometerCorrection([{ shown: 78, truth: SALTS.high }])).toEqual({
      gain: 1,
      offset: SALTS.high - 78,
    });
    expect(hygrometerCorrection([])).toEqual(UNCHECKED);
  });
  it('far off it is refused, with what to do', () => {
    expect(() => hygrometerCorrection([{ shown: 60, truth: SALTS.low }])).toThrow(/box shut/u);
    expect(() =>
      hygrometerCorrection([
        { shown: 75, truth: SALTS.low },
        { shown: 33, truth: SALTS.high },
      ]),
    ).toThrow(RangeError);
  });
  it('is read as typed, and what it cannot show is refused with what it can', () => {
    expect(parseSalt('low', '38,1 %')).toEqual({ ok: true, value: 38.1 });
    expect(parseSalt('high', '38')).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/more than 15 out/u) as string,
      accepted: expect.stringMatching(/75\.5 %, within 15/u) as string,
    });
    expect(parseSalt('low', 'damp')).toMatchObject({ ok: false });
  });
  it('packs hold what packs are made for', () => {
    expect(parsePacks('49')).toEqual({ ok: true, value: 49 });
    for (const text of ['12', '90 %', 'two']) expect(parsePacks(text).ok).toBe(false);
    expect(parsePacks('12')).toMatchObject({ accepted: '30 to 75 %' });
  });
});
