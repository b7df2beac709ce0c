import { dayOf, DAYS_PER_YEAR } from '../days/index.js';
import { EVER_BEFORE } from '../air/index.js';
import type { InterventionFacts } from './facts.js';

/** Where an instrument was taken; a room that is followed, or null where nobody follows its air. */
export interface MoveFacts {
  to: string | null;
  /** where it lay before, as its home stood when this was written down */
  from: string | null;
  /** written down by hand for its day, not noted where the home was changed */
  entered?: boolean;
  /** left out: for good; a date: until then; null: it is not back yet */
  until?: string | null;
  /** from and to the same days of every year since */
  yearly?: boolean;
}

/** From a day on in a room, by its id. */
export interface StayFacts {
  from: number;
  room: string | null;
}

type Moved = Pick<InterventionFacts, 'date' | 'moved'>;

/**
 * Where an instrument lay, from its recorded moves: those for good one after another, and over them its visits elsewhere,
 * the later written over the earlier.
 *
 * @param moves in the order in which they were done
 * @param home where it is at home now
 * @param today visits of every year are counted up to here, day
 * @returns the oldest first, never empty, no two alike in a row
 */
export function staysOf(moves: readonly Moved[], home: string | null, today: number): StayFacts[] {
  const known = moves.flatMap(({ date, moved }) => (moved ? [{ day: dayOf(date), ...moved }] : []));
  const forGood = known.filter(({ until }) => until === undefined);
  const base: StayFacts[] = [
    { from: EVER_BEFORE, room: roomBefore(forGood, 0, home) },
    ...forGood.map(({ day }, i) => ({ from: day, room: roomBefore(forGood, i + 1, home) })),
  ];
  const visits = known.flatMap(({ day, to, until, yearly }) => {
    if (until === undefined) return [];
    const end = until === null ? null : dayOf(until);
    const years = yearly ? Math.floor((today - day) / DAYS_PER_YEAR) : 0;
    return Array.from({ length: Math.max(0, years) + 1 }, (_, k) => ({
      from: day + Math.round(k * DAYS_PER_YEAR),
      to: end === null ? null : end + Math.round(k * DAYS_PER_YEAR),
      room: to,
    }));
  });
  const days = [
    ...base.map(({ from }) => from),
    ...visits.flatMap(({ from, to }) => (to === null ? [from] : [from, to])),
  ]
    .filter((day) => day <= today)
    .sort((a, b) => a - b);
  const on = (day: number): string | null => {
    const visit = visits.findLast(({ from, to }) => from <= day && (to === null || day < to));
    return visit ? visit.room : base.findLast(({ from }) => from <= day)!.room;
  };
  return days
    .map((from) => ({ from, room: on(from) }))
    .filter((stay, i, all) => i === 0 || stay.room !== all[i - 1]!.room);
}

/** Where it lay before a move for good, or after the last. */
function roomBefore(
  forGood: readonly Pick<MoveFacts, 'to' | 'from' | 'entered'>[],
  i: number,
  home: string | null,
): string | null {
  const [before, next] = [forGood[i - 1], forGood[i]];
  if (!next) return home;
  // one that was entered later for its day says where it came to; the next one was noted without knowing of it
  return before?.entered ? before.to : next.from;
}
