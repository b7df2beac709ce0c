import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { equilibriumMoisture } from '../wood/index.js';
import {
  AirLog,
  believedMoisture,
  climateOfExaminations,
  climateOfLog,
  comingMoisture,
  fitClimate,
  LAGS,
  seasonMoisture,
  seasonVariance,
  livedIn,
  alwaysIn,
  NO_ROOM,
  woodBelieved,
  type ReadBeside,
  type DailyAir,
} from './index.js';
import { dayOf, isoDate, sayDay } from '../days/index.js';

/** The wood of a room with this log, whatever is read beside. */
const woodIn = (log: AirLog, read: ReadBeside) =>
  woodBelieved(livedIn(alwaysIn({ ...NO_ROOM, log }), []), read);

const year = (days: number, humidity: (day: number) => number): DailyAir[] =>
  Array.from({ length: days }, (_, day) => ({
    day: 20000 + day,
    humidity: humidity(20000 + day),
    celsius: 20,
  }));
const swing = (day: number) => 47 + 14 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);

describe('room log', () => {
  it('follows a step of the air by its lag, and says nothing where it was hardly logged', () => {
    const log = new AirLog(year(200, (day) => (day < 20130 ? 40 : 60)));
    const [dry, damp] = [equilibriumMoisture(40, 20), equilibriumMoisture(60, 20)];
    expect(log.moistureAt(20129)).toBeCloseTo(dry, 1);
    expect(log.moistureAt(20199)).toBeCloseTo(damp, 2);
    // after as many days as the lag the rest is 1/e of the step
    for (const lag of LAGS) {
      const rest = (damp - log.moistureAt(20129 + lag, lag)!) / (damp - log.moistureAt(20129, lag)!);
      expect(rest).toBeCloseTo(Math.exp(-1), 4);
    }
    expect(log.moistureAt(20002)).toBeNull();
    expect(log.moistureAt(20400)).toBeNull();
    expect(log.moistureAt(19990)).toBeNull();
  });

  it('is less sure after a gap, and sure again when the gap is forgotten', () => {
    const whole = year(120, () => 45);
    const log = new AirLog(whole.filter(({ day }) => day < 20050 || day > 20056));
    const sure = log.rememberedAt(20049)!;
    const behind = log.rememberedAt(20059)!;
    expect(behind.moisture).toBeCloseTo(sure.moisture, 6);
    expect(behind.sd).toBeGreaterThan(1.1 * sure.sd);
    expect(log.rememberedAt(20055)).toBeNull();
    expect(log.rememberedAt(20100)!.sd).toBeCloseTo(sure.sd, 2);
  });

  it('is pulled by a meter, and taken from it alone where nothing else is known', () => {
    const log = new AirLog(year(60, () => 45));
    const meter = { moisture: 11, sd: 0.7 };
    const pulled = woodIn(log, { day: 20050, meter })!;
    const plain = woodIn(log, { day: 20050 })!;
    expect(pulled.moisture).toBeGreaterThan(plain.moisture);
    expect(pulled.moisture).toBeLessThan((plain.moisture + 11) / 2);
    expect(pulled.sd).toBeLessThan(plain.sd);
    expect(pulled.byLag![0]! - plain.byLag![0]!).toBeCloseTo(pulled.moisture - plain.moisture, 9);
    expect(woodIn(log, { day: 20500, meter })).toMatchObject({ moisture: 11, from: 'meter' });
  });

  it('is preferred to the air of the examination, which has the wider error', () => {
    const log = new AirLog(year(60, () => 45));
    const logged = woodIn(log, { day: 20050, air: { humidity: 70, celsius: 20 } })!;
    const alone = woodIn(log, { day: 20500, air: { humidity: 70, celsius: 20 } })!;
    expect(logged).toMatchObject({ from: 'room log' });
    expect(alone).toMatchObject({ from: 'examination air' });
    expect(alone.sd).toBeGreaterThan(2 * logged.sd);
    expect(woodIn(log, { day: 20500 })).toBeNull();
  });
});

describe('climate', () => {
  it('of three logged years is that of the log, within 0.15 %MC at every season', () => {
    const climate = climateOfLog(new AirLog(year(1096, swing)));
    for (let day = 20400; day < 20765; day += 30) {
      expect(Math.abs(seasonMoisture(climate, day) - equilibriumMoisture(swing(day - 6.5), 20))).toBeLessThan(
        0.15,
      );
    }
    expect(climate.years).toBeGreaterThan(2.9);
  });

  it('without a log is the preset, and surer with every month of log', () => {
    const none = fitClimate([], 0);
    const months = [2, 6, 14, 36].map((m) => climateOfLog(new AirLog(year(m * 30, swing))));
    const variances = [none, ...months].map((climate) => seasonVariance(climate, 20500));
    for (let i = 1; i < variances.length; i++) expect(variances[i]).toBeLessThan(variances[i - 1]!);
    expect(seasonMoisture(none, dayOf('2026-08-15'))).toBeGreaterThan(
      seasonMoisture(none, dayOf('2026-02-15')) + 2,
    );
  });

  it('of an unlogged room leans on the air of its examinations, more with every one, and stays less sure than a log', () => {
    const dampHome = (count: number) =>
      climateOfExaminations(
        Array.from({ length: count }, (_, i) => ({ day: 20000 + i * 61, humidity: 70, celsius: 20 })),
      );
    const truth = equilibriumMoisture(70, 20);
    const off = [0, 2, 6, 18].map((count) => Math.abs(dampHome(count).coefficients[0]! - truth));
    for (let i = 1; i < off.length; i++) expect(off[i]).toBeLessThan(off[i - 1]!);
    expect(dampHome(18).years).toBe(0);
    expect(seasonVariance(dampHome(6), 20500)).toBeGreaterThan(
      seasonVariance(climateOfLog(new AirLog(year(400, swing))), 20500),
    );
  });

  it('remembers today’s spell and forgets it within months', () => {
    const climate = fitClimate([], 0);
    const today = { day: 20500, moisture: seasonMoisture(climate, 20500) + 1.5 };
    const soon = comingMoisture(climate, 20503, today);
    const late = comingMoisture(climate, 20700, today);
    expect(soon.moisture - seasonMoisture(climate, 20503)).toBeGreaterThan(1.2);
    expect(Math.abs(late.moisture - seasonMoisture(climate, 20700))).toBeLessThan(0.01);
    expect(soon.variance).toBeLessThan(late.variance);
  });
});

describe('a moisture that was read with an error', () => {
  it('is believed as it was read where it is sure, not at all where it is not, and by halves where both are alike', () => {
    expect(believedMoisture(9, 0.6, { moisture: 15, sd: 0 })).toEqual({ moisture: 15, by: 1, left: 0 });
    expect(believedMoisture(9, 0.6, { moisture: 15, sd: 1e6 }).moisture).toBeCloseTo(9, 9);
    const half = believedMoisture(9, 0.6, { moisture: 15, sd: 0.6 });
    expect(half.moisture).toBeCloseTo(12, 12);
    expect(half.by).toBeCloseTo(0.5, 12);
    expect(half.left).toBeCloseTo(0.18, 12);
  });

  it('lies between season and reading, and is never less sure than either', () => {
    const [moisture, spread, sd] = [
      fc.double({ min: 2, max: 25, noNaN: true }),
      fc.double({ min: 0.05, max: 3, noNaN: true }),
      fc.double({ min: 0.01, max: 5, noNaN: true }),
    ];
    fc.assert(
      fc.property(moisture, moisture, spread, sd, (season, read, wide, error) => {
        const { moisture: believed, left } = believedMoisture(season, wide, { moisture: read, sd: error });
        expect(believed).toBeGreaterThanOrEqual(Math.min(season, read) - 1e-9);
        expect(believed).toBeLessThanOrEqual(Math.max(season, read) + 1e-9);
        expect(left).toBeLessThanOrEqual(Math.min(wide, error) ** 2 + 1e-12);
      }),
    );
  });
});

describe('days', () => {
  it('go to ISO dates and back, and are said in thirds of a month', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 40000 }), (day) => dayOf(isoDate(day)) === day));
    expect(sayDay(dayOf('2026-08-24'))).toBe('late August');
    expect(() => dayOf('next week')).toThrow(RangeError);
  });
});
