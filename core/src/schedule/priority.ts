import { dayOf } from '../days/index.js';
import type { Ending, Urgency } from '../instrument/index.js';
import { RANKS, type Rank } from '../jobs/index.js';

/** Why a job stands in its turn. */
export type RankReason =
  | { kind: 'live' }
  | { kind: 'structural' }
  /** its action creeps, m a year */
  | { kind: 'creeps'; perYear: number }
  /** it comes to its end by then, ISO date */
  | { kind: 'ends'; of: Ending['of']; day: string; already: boolean }
  | { kind: 'promised'; day: string }
  | { kind: 'needed'; day: string }
  | { kind: 'by hand'; why: string; by: string };

export interface Ranked {
  rank: Rank;
  /** the weightiest first */
  because: RankReason[];
}

/** So near a promise or a need asks for its turn, days. House figures, no source. */
const NEAR = { soon: 10, turn: 60 };
/** What ends within a year asks for its turn soon, within four in turn. House figures, no source. */
const ENDS = { soon: 365, turn: 4 * 365 };

/** What a minute of lateness counts. House figures, no source. */
export const RANK_WEIGHT: Readonly<Record<Rank, number>> = {
  'at once': 8,
  soon: 4,
  'in turn': 2,
  'can wait': 1,
};
/** Late against a promise counts so much more than late against what the shop aims at. House figure, no source. */
export const PROMISE_WEIGHT = 5;
/** Where nothing is promised, the shop aims at the earliest end and so many days. House figures, no source. */
export const AIM_DAYS: Readonly<Record<Rank, number>> = {
  'at once': 2,
  soon: 10,
  'in turn': 24,
  'can wait': 48,
};

const worse = (a: Rank, b: Rank): Rank => (RANKS.indexOf(a) < RANKS.indexOf(b) ? a : b);

/**
 * In which turn a job is worked on: live damage first, then what grows or ends within the year, then what is promised or
 * needed; by hand before all of it.
 *
 * @param today ISO date
 */
export function rankOf({
  urgency,
  promised,
  needed,
  byHand,
  today,
}: {
  urgency: Urgency | null;
  promised: string | null;
  needed: string | null;
  byHand: { rank: Rank; why: string; by: string } | null;
  today: string;
}): Ranked {
  const found: [Rank, RankReason][] = [];
  const away = (day: string) => dayOf(day) - dayOf(today);
  const byDay = (kind: 'promised' | 'needed', day: string): [Rank, RankReason] => [
    away(day) <= NEAR.soon ? 'soon' : away(day) <= NEAR.turn ? 'in turn' : 'can wait',
    { kind, day },
  ];
  if (urgency?.live) found.push(['at once', { kind: 'live' }]);
  if (urgency?.creep) found.push(['soon', { kind: 'creeps', perYear: urgency.creep }]);
  if (urgency?.ends && away(urgency.ends.day) <= ENDS.turn) {
    const days = away(urgency.ends.day);
    found.push([
      days <= ENDS.soon ? 'soon' : 'in turn',
      { kind: 'ends', ...urgency.ends, already: days <= 0 },
    ]);
  }
  if (urgency?.structural && !urgency.live) found.push(['in turn', { kind: 'structural' }]);
  if (promised !== null) found.push(byDay('promised', promised));
  if (needed !== null) found.push(byDay('needed', needed));
  found.sort(([a], [b]) => RANKS.indexOf(a) - RANKS.indexOf(b));
  const reckoned = found.reduce<Rank>((rank, [one]) => worse(rank, one), 'can wait');
  const because = found.map(([, reason]) => reason);
  return byHand
    ? { rank: byHand.rank, because: [{ kind: 'by hand', why: byHand.why, by: byHand.by }, ...because] }
    : { rank: reckoned, because };
}
