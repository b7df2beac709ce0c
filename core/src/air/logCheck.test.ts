import { describe, expect, it } from 'vitest';
import { readLogFile } from './index.js';
import { type LocalTime } from '../days/index.js';

/** A zone an hour ahead of UTC with an hour of summer time from 29 March 2 o'clock to 25 October 3 o'clock 2026. */
function zone([year, month, day, hour, minute, second]: LocalTime): string {
  const local = Date.UTC(year, month - 1, day, hour, minute, second);
  const summer = local >= Date.UTC(2026, 2, 29, 3) && local < Date.UTC(2026, 9, 25, 3);
  return new Date(local - (summer ? 2 : 1) * 3600000).toISOString();
}
const timeText = (time: number) => new Date(time).toISOString().slice(0, 16).replace('T', ' ');
const HOUR = 3600000;
const file = (rows: string[], heading = 'time,humidity,temperature °C') => [heading, ...rows].join('\n');
/** Hours of air that never stands still. */
const hours = (from: string, count: number, humidity = (i: number) => 45 + (i % 7)) =>
  Array.from({ length: count }, (_, i) => `${timeText(Date.parse(`${from}Z`) + i * HOUR)},${humidity(i)},20`);

describe('odd logs', () => {
  it('of an ordinary week ask nothing', () => {
    const { readings, skipped, assumed } = readLogFile(file(hours('2026-02-01T00:00', 168)), zone);
    expect(readings).toHaveLength(168);
    expect(skipped).toEqual([]);
    expect(assumed).toEqual([]);
  });

  it('whose clocks go back in autumn keep the hour that comes twice, an hour apart', () => {
    // the logger's own display: 0:00, 1:00, 2:00, 2:00 again, 3:00
    const rows = ['00:00', '01:00', '02:00', '02:00', '03:00'].map(
      (time, i) => `2026-10-25 ${time},${45 + i},20`,
    );
    const { readings, skipped } = readLogFile(file(rows), zone);
    expect(skipped).toEqual([]);
    const instants = readings.map(({ at }) => Date.parse(at));
    for (let i = 1; i < instants.length; i++) expect(instants[i]! - instants[i - 1]!).toBe(HOUR);
  });

  it('that keep winter time all year are read so, and it is said', () => {
    const rows = hours('2026-03-28T22:00', 8);
    const { readings, skipped, assumed } = readLogFile(file(rows), zone);
    expect(skipped).toEqual([]);
    expect(readings[0]!.at).toBe('2026-03-28T21:00:00.000Z');
    expect(readings.at(-1)!.at).toBe('2026-03-29T04:00:00.000Z');
    expect(assumed.join()).toMatch(/winter time/u);
  });

  it('in °F without saying so are known by their height', () => {
    const rows = Array.from(
      { length: 40 },
      (_, i) =>
        `2026-02-01 ${String(i % 24).padStart(2, '0')}:${i < 24 ? '00' : '30'},4${i % 10},${68 + (i % 3)}`,
    );
    const { readings, assumed } = readLogFile(file(rows, 'time,humidity,temperature'), zone);
    expect(readings[0]!.celsius).toBeCloseTo(20, 6);
    expect(assumed.join()).toMatch(/°F/u);
    const celsius = readLogFile(
      file(
        rows.map((row) => row.replace(/,[67]\d$/u, ',20')),
        'time,rh,temp',
      ),
      zone,
    );
    expect(celsius.readings[0]!.celsius).toBe(20);
    expect(celsius.assumed.join()).not.toMatch(/°F/u);
  });

  it('with a clock that was never set leave those lines out by name', () => {
    const rows = [...hours('2000-01-01T00:00', 5), ...hours('2026-02-01T00:00', 60)];
    const { readings, skipped } = readLogFile(file(rows), zone);
    expect(readings).toHaveLength(60);
    expect(skipped).toHaveLength(5);
    expect(skipped[0]!.reason).toMatch(/clock was not set/u);
  });

  it('with a clock that was set in between are questioned', () => {
    const jump = readLogFile(
      file([...hours('2025-02-01T00:00', 30), ...hours('2026-01-01T00:00', 30)]),
      zone,
    );
    expect(jump.assumed.join()).toMatch(
      /2025-02-02 and 2025-12-31 nothing was logged: was the logger’s clock set/u,
    );
    const back = readLogFile(
      file([...hours('2026-02-10T00:00', 30), ...hours('2026-02-05T00:30', 30)]),
      zone,
    );
    expect(back.assumed.join()).toMatch(/goes back once, first at 2026-02-04/u);
    expect(back.readings).toHaveLength(60);
  });

  it('with a sensor at its end leave those lines out, and a sensor that stands still is questioned', () => {
    const soaked = readLogFile(
      file(hours('2026-02-01T00:00', 30, (i) => (i > 20 ? 100 : 45 + (i % 7)))),
      zone,
    );
    expect(soaked.readings).toHaveLength(21);
    expect(soaked.skipped[0]!.reason).toMatch(/stuck at its end \(100 %\)/u);
    const stuck = readLogFile(
      file(hours('2026-02-01T00:00', 200, (i) => (i > 60 && i < 140 ? 52 : 45 + (i % 5)))),
      zone,
    );
    expect(stuck.readings).toHaveLength(200);
    expect(stuck.assumed.join()).toMatch(/did not move at 52 %: is the sensor working/u);
  });

  it('with gaps say how many and the longest; repeated hours are listed and counted once', () => {
    const rows = [
      ...hours('2026-02-01T00:00', 48),
      ...hours('2026-02-10T00:00', 48),
      ...hours('2026-02-20T00:00', 48),
    ];
    const { assumed } = readLogFile(file(rows), zone);
    expect(assumed.join()).toMatch(/over a day 2 times, the longest from 2026-02-11, 8 days/u);
    const twice = readLogFile(
      file([...hours('2026-02-01T00:00', 30), ...hours('2026-02-02T00:00', 24)]),
      zone,
    );
    expect(twice.readings).toHaveLength(48);
    expect(twice.skipped).toHaveLength(6);
  });
});
