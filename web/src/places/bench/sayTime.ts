import { dateIn, sayDate, timeIn } from '@upright-elder/core/days';

/** `16:42`. */
export const sayClock = (ms: number, zone: string): string => timeIn(new Date(ms).toISOString(), zone);

const WEEKDAY: Intl.DateTimeFormatOptions = { weekday: 'short' };

/** `16:42` of today, `Tue 9:00` within a week, else with its date. */
export function sayWhen(ms: number, now: number, zone: string): string {
  const iso = new Date(ms).toISOString();
  const [day, today] = [dateIn(iso, zone), dateIn(new Date(now).toISOString(), zone)];
  const time = sayClock(ms, zone);
  if (day === today) return time;
  const weekday = new Intl.DateTimeFormat('en-GB', { ...WEEKDAY, timeZone: zone }).format(ms);
  return Math.abs(ms - now) < 6 * 86400000 ? `${weekday} ${time}` : `${weekday} ${sayDate(day)}, ${time}`;
}
