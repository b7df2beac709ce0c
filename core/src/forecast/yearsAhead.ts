import { DAYS_PER_YEAR } from '../days/day.js';
import { normals, seededChance } from '../numeric/chance.js';
import type { Uncertain } from '../numeric/index.js';
import { mm } from '../units/index.js';
import type { Calibration, SeriesBelief } from './calibrate.js';
import { isShort, type SideReserve } from './outlook.js';
import { parameterDraws } from './paths.js';
import { designOn } from './predict.js';

/** As far as anybody is told, years. */
export const YEARS_AHEAD = 20;
const STEPS_A_YEAR = 4;
const PATHS = 600;

/**
 * When a level that creeps reaches a limit, if it goes on as it does: an interval that holds four of five ways in which
 * it may go on. Days; null at its end where that is not within twenty years.
 */
export interface Reached {
  /** null where not within twenty years is the likelier */
  middle: number | null;
  /** null where it is not within twenty years at all */
  from: number | null;
  to: number | null;
  /** share of the ways in which it is not reached within twenty years, 0 to 1 */
  never: number;
  /** it is there already, more likely than not */
  now: boolean;
}

/** How an end is told, in days. */
export type Ends =
  | { kind: 'already' }
  | { kind: 'never' }
  /** judged to have enough today, and likely to be over by the readings: nobody can name a year */
  | { kind: 'soon' }
  /** perhaps not within twenty years */
  | { kind: 'not before'; from: number }
  | { kind: 'about'; middle: number; from: number; to: number };

/** When a level reaches its limit, of what was worked out of it. */
export function endsOf({ middle, from, to, now }: Reached, day: number): Ends {
  if (now) return { kind: 'already' };
  if (from === null) return { kind: 'never' };
  const first = Math.max(day, from);
  return to === null
    ? { kind: 'not before', from: first }
    : { kind: 'about', middle: middle ?? from, from: first, to };
}

/**
 * When it is over, as it is judged on the day: what is judged to have enough is not at its end, however little that is.
 *
 * @param verdict of the saddle or wheel that comes to its end; null of all else
 */
export function endOf(reached: Reached, verdict: SideReserve['verdict'] | null, day: number): Ends {
  const ends = endsOf(reached, day);
  if (verdict === null || verdict === 'too tall') return ends;
  if (isShort({ verdict })) return { kind: 'already' };
  return ends.kind === 'already' ? { kind: 'soon' } : ends;
}

/**
 * @param limit SI
 * @param rising true where it is reached from below
 * @param from today
 * @param moisture at which it is kept, %MC: no season counts
 */
export function whenReached(
  calibration: Calibration,
  {
    limit,
    rising,
    from,
    moisture,
    seed = 5,
  }: { limit: number; rising: boolean; from: number; moisture: number; seed?: number },
): Reached {
  const draw = parameterDraws(calibration, seededChance(seed + 7919), normals(seededChance(seed)));
  const gauss = normals(seededChance(seed + 104729));
  const days = Array.from(
    { length: YEARS_AHEAD * STEPS_A_YEAR + 1 },
    (_, i) => from + (i * DAYS_PER_YEAR) / STEPS_A_YEAR,
  );
  const designs = new Map(
    calibration.members.map((member) => [
      member,
      days.map((day) => designOn(calibration, member, day, moisture)),
    ]),
  );
  const gone = Math.sqrt(Math.max(0, from - calibration.referenceDay) / DAYS_PER_YEAR);
  const step = Math.sqrt(1 / STEPS_A_YEAR);
  const reached: number[] = [];
  for (let path = 0; path < PATHS; path++) {
    const { member, theta } = draw();
    const rows = designs.get(member)!;
    let walk = member.walkSd * gone * gauss();
    let before = -Infinity;
    for (let i = 0; i < days.length; i++) {
      if (i > 0 && member.walkSd > 0) walk += member.walkSd * step * gauss();
      const level = rows[i]!.reduce((sum, x, j) => sum + x * theta[j]!, walk);
      const over = rising ? level - limit : limit - level;
      if (over >= 0) {
        const part = i === 0 ? 0 : over / (over - before);
        reached.push(i === 0 ? from : days[i]! - (part * DAYS_PER_YEAR) / STEPS_A_YEAR);
        break;
      }
      before = over;
    }
  }
  return intervalOf(
    reached.sort((a, b) => a - b),
    PATHS,
    from,
  );
}

/** The share that an interval leaves out on either side. */
const LEFT_OUT = 0.1;

/** What is believed of a yearly change where it is carried on for years: more than a year's forecast allows, SI. House figure. */
const AGE_AHEAD: Uncertain = { value: 0, sd: 0.25 * mm };

/** A belief as it is carried on for years. */
export const beliefAhead = (belief: SeriesBelief): SeriesBelief => ({ ...belief, age: AGE_AHEAD });

/**
 * Four of five: from the tenth to the ninetieth of a hundred; the end is open where never is likely enough.
 *
 * @param reached days of those ways that come there, in order
 * @param ways how many there are
 */
export function intervalOf(reached: readonly number[], ways: number, from: number): Reached {
  const never = 1 - reached.length / ways;
  const at = (p: number): number | null => reached[Math.floor(p * ways)] ?? null;
  const last = at(1 - LEFT_OUT);
  const begin = at(LEFT_OUT);
  return {
    middle: at(0.5),
    from: begin,
    to: last,
    never,
    now: (at(0.5) ?? Infinity) <= from,
  };
}
