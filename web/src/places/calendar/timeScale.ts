import { dateIn } from '@upright-elder/core/days';
import { scaleLinear } from 'd3-scale';

/** Opening hours in their order, ms. */
export type Open = readonly (readonly [number, number])[];

/** What is shown of the weeks ahead. */
export const SPANS = { today: 'Today', week: 'Week', 'eight weeks': 'Eight weeks' } as const;
export type Span = keyof typeof SPANS;
const DAYS: Record<Exclude<Span, 'today'>, number> = { week: 7, 'eight weeks': 56 };
const DAY_MS = 86_400_000;

/** Closed time takes so much of the room that open time takes. */
const CLOSED = 0.1;

export interface TimeScale {
  from: number;
  to: number;
  /** percent of the width at a moment, ms */
  x: (ms: number) => number;
  /** the moment at a percent of the width, ms */
  at: (percent: number) => number;
  /** closed stretches, percent */
  closed: [number, number][];
  /** the first opening of each day that is shown */
  days: { date: string; from: number; to: number }[];
}

/** Where moments lie: open time wide, nights and closed days narrow. */
export function timeScale(open: Open, span: Span, now: number, zone: string): TimeScale {
  const ahead = open.filter(([, to]) => to > now);
  const days = daysOf(ahead, zone);
  const first = days[0] ?? { from: now, to: now + DAY_MS };
  const [from, to] =
    span === 'today'
      ? [first.from - 30 * 60_000, first.to + 30 * 60_000]
      : [first.from, first.from + DAYS[span] * DAY_MS];
  const points: [number, number][] = [[from, 0]];
  const closed: [number, number][] = [];
  let at = from;
  let long = 0;
  const go = (until: number, weight: number) => {
    if (until <= at) return;
    long += (until - at) * weight;
    at = until;
    points.push([at, long]);
  };
  for (const [opens, closes] of ahead) {
    if (opens >= to) break;
    const begins = Math.max(opens, from);
    if (begins > at) closed.push([at, begins]);
    go(begins, CLOSED);
    go(Math.min(closes, to), 1);
  }
  if (at < to) closed.push([at, to]);
  go(to, CLOSED);
  const scale = scaleLinear(
    points.map(([moment]) => moment),
    points.map(([, room]) => (100 * room) / (long || 1)),
  ).clamp(true);
  return {
    ...{ from, to, x: scale, at: (percent) => scale.invert(percent) },
    closed: closed.map(([a, b]) => [scale(a), scale(b)]),
    days: days.filter((day) => day.from < to),
  };
}

function daysOf(open: Open, zone: string): TimeScale['days'] {
  const days: TimeScale['days'] = [];
  for (const [from, to] of open) {
    const date = dateIn(new Date(from).toISOString(), zone);
    const last = days.at(-1);
    if (last?.date === date) last.to = to;
    else days.push({ date, from, to });
  }
  return days;
}

const QUARTER = 15 * 60_000;

/** A moment at which work may begin, to a quarter of an hour, at or after one. */
export function snapped(open: Open, at: number): number {
  const moment = Math.round(at / QUARTER) * QUARTER;
  const here = open.find(([, closes]) => closes > moment);
  return here ? Math.max(here[0], moment) : moment;
}

/** A moment moved by quarters of an hour through open time alone. */
export function moved(open: Open, at: number, quarters: number): number {
  const to = at + quarters * QUARTER;
  if (open.some(([opens, closes]) => opens <= to && to < closes)) return to;
  if (quarters > 0) return open.find(([opens]) => opens > at)?.[0] ?? at;
  const before = open.findLast(([, closes]) => closes <= at);
  return before ? before[1] - QUARTER : at;
}

/** A moment moved to the same time of another open day. */
export function movedByDay(open: Open, at: number, days: number): number {
  const to = at + days * DAY_MS;
  const here = open.find(([opens, closes]) => opens <= to && to < closes);
  if (here) return to;
  return days > 0
    ? (open.find(([opens]) => opens > to)?.[0] ?? at)
    : (open.findLast(([opens]) => opens < to)?.[0] ?? at);
}
