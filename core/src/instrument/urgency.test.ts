import { describe, expect, it } from 'vitest';
import { dayOf } from '../days/index.js';
import type { Finding } from '../diagnosis/index.js';
import { urgencyOf, type InstrumentToday, type YearsAhead } from './index.js';

const DAY = dayOf('2026-12-02');
const today = { day: DAY, sides: [] } as unknown as InstrumentToday;
const finding = (severity: Finding['severity'], foundBefore: string | null = null) =>
  ({ severity, foundBefore }) as Finding;
const ends = (of: 'saddle' | 'crack', middle: number | null, now = false) =>
  ({ ending: { of }, reached: { middle, now } }) as unknown as YearsAhead;

describe('what cannot wait', () => {
  it('is told by the severity of what is found now, not of what was found before the work of this day', () => {
    const of = (...findings: Finding[]) => urgencyOf({ findings }, today, []);
    expect(of()).toEqual({ live: false, structural: false, playing: false, creep: null, ends: null });
    expect(of(finding('live'), finding('playing'))).toMatchObject({
      live: true,
      playing: true,
      structural: false,
    });
    expect(of(finding('live', '2026-12-01')).live).toBe(false);
  });

  it('names what ends first and by which day; today where it has ended', () => {
    const of = (...ahead: YearsAhead[]) => urgencyOf({ findings: [] }, today, ahead).ends;
    expect(of(ends('crack', DAY + 30.4), ends('saddle', DAY + 400))).toEqual({
      of: 'crack',
      day: '2027-01-01',
    });
    expect(of(ends('saddle', null, true))).toEqual({ of: 'saddle', day: '2026-12-02' });
    expect(of(ends('saddle', null))).toBeNull();
  });
});
