import { describe, expect, it } from 'vitest';
import { moved, movedByDay, snapped, timeScale, type Open } from './timeScale.js';

const at = (iso: string) => Date.parse(`${iso}Z`);
/** Friday, Saturday morning, Monday. */
const OPEN: Open = [
  [at('2026-12-04T09:00'), at('2026-12-04T18:00')],
  [at('2026-12-05T10:00'), at('2026-12-05T14:00')],
  [at('2026-12-07T09:00'), at('2026-12-07T18:00')],
];
const NOW = at('2026-12-04T11:20');

describe('where moments lie', () => {
  const week = timeScale(OPEN, 'week', NOW, 'UTC');

  it('gives open time ten times the room of closed time, in order, from edge to edge', () => {
    expect(week.x(week.from)).toBe(0);
    expect(week.x(week.to)).toBeCloseTo(100, 9);
    const hour = (iso: string) => week.x(at(iso) + 3_600_000) - week.x(at(iso));
    expect(hour('2026-12-04T12:00') / hour('2026-12-04T22:00')).toBeCloseTo(10, 6);
    expect(hour('2026-12-05T11:00')).toBeCloseTo(hour('2026-12-07T11:00'), 9);
    // earlier is further left, and what lies outside lies at the edge
    expect(week.x(at('2026-12-05T11:00'))).toBeLessThan(week.x(at('2026-12-07T11:00')));
    expect(week.x(at('2025-01-01T00:00'))).toBe(0);
  });

  it('goes back from a place to its moment', () => {
    for (const iso of ['2026-12-04T12:30', '2026-12-05T20:00', '2026-12-07T17:45'])
      expect(week.at(week.x(at(iso)))).toBeCloseTo(at(iso), -2);
  });

  it('names the days that are open, and shades what is closed between them', () => {
    expect(week.days.map(({ date }) => date)).toEqual(['2026-12-04', '2026-12-05', '2026-12-07']);
    expect(week.closed).toHaveLength(3);
    for (const [from, to] of week.closed) expect(from).toBeLessThan(to);
  });

  it('shows of today its own hours, and of a day that is over the next one', () => {
    expect(timeScale(OPEN, 'today', NOW, 'UTC').days.map(({ date }) => date)).toEqual(['2026-12-04']);
    const evening = timeScale(OPEN, 'today', at('2026-12-04T19:00'), 'UTC');
    expect(evening.days[0]!.date).toBe('2026-12-05');
    expect(evening.from).toBe(at('2026-12-05T09:30'));
  });

  it('of a shop that never opens is a day all the same', () => {
    const never = timeScale([], 'week', NOW, 'UTC');
    expect([never.days, never.x(never.from), never.x(never.to)]).toEqual([[], 0, 100]);
  });
});

describe('moments that a step is moved to', () => {
  it('are quarters of an hour of open time', () => {
    expect(snapped(OPEN, at('2026-12-04T11:22'))).toBe(at('2026-12-04T11:15'));
    expect(snapped(OPEN, at('2026-12-04T23:00'))).toBe(at('2026-12-05T10:00'));
  });

  it('go over a night and over a weekend by one key', () => {
    expect(moved(OPEN, at('2026-12-04T17:45'), 1)).toBe(at('2026-12-05T10:00'));
    expect(moved(OPEN, at('2026-12-05T10:00'), -1)).toBe(at('2026-12-04T17:45'));
    expect(moved(OPEN, at('2026-12-04T12:00'), 1)).toBe(at('2026-12-04T12:15'));
    // beyond the first and the last there is nothing
    expect(moved(OPEN, at('2026-12-04T09:00'), -1)).toBe(at('2026-12-04T09:00'));
    expect(moved(OPEN, at('2026-12-07T17:45'), 1)).toBe(at('2026-12-07T17:45'));
  });

  it('go to the same time of another day, or to its opening', () => {
    expect(movedByDay(OPEN, at('2026-12-04T11:00'), 1)).toBe(at('2026-12-05T11:00'));
    expect(movedByDay(OPEN, at('2026-12-05T11:00'), 1)).toBe(at('2026-12-07T09:00'));
    expect(movedByDay(OPEN, at('2026-12-07T11:00'), 1)).toBe(at('2026-12-07T11:00'));
  });
});
