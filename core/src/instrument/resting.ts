import { dayOf } from '../days/index.js';
import type { Evidence } from '../diagnosis/index.js';
import type { StrungAfter } from '../readings/index.js';
import type { InterventionKind } from '../readings/interventionKinds.js';
import type { ExaminationFacts, InstrumentRecord, InterventionFacts } from './facts.js';
import type { FittedSide, InstrumentFit } from './fit.js';
import { beginsEpoch } from './interventions.js';
import { doneSince, timelineOf } from './timeline.js';

/**
 * How long it may still move, by what it was strung up after, days: an opened or glued body for up to six weeks (common
 * practice: 7 to 42), one that stood slack a week, new strings overnight. House figures for the last two.
 */
const MOVES_FOR: Record<StrungAfter, number> = { work: 42, slack: 7, 'new strings': 2 };
/** A reading so long after work ends its rest, unless those before it say that it moves, days: the middle of 7 to 42. */
const READ_AFTER = 21;
/** Three readings over so many days that stand still end it too. Common practice. */
const STILL = { readings: 3, days: 10 };
/** In a month it may go on by so much of the action and stand still, m; by more it moves. House figures. */
const IN_A_MONTH = { still: 0.25e-3, moves: 0.1e-3, days: 30 };

/** What a kind of work leaves to settle; a rod or frets leave a body as it was. */
const AFTER: Partial<Record<InterventionKind, StrungAfter>> = {
  structure: 'work',
  pressing: 'work',
  anchor: 'work',
  post: 'work',
  other: 'work',
  unsaid: 'work',
  slack: 'slack',
  strings: 'new strings',
  tuning: 'new strings',
};
function afterOf(kinds: readonly InterventionKind[]): StrungAfter | null {
  const all = kinds.flatMap((kind) => AFTER[kind] ?? []);
  return (['work', 'slack', 'new strings'] as const).find((after) => all.includes(after)) ?? null;
}

/**
 * Whether it was strung up lately and may still move: counted from the work itself, or from what was said of its days at
 * pitch; never from the first visit. Work whose day is only roughly known is long past.
 *
 * @param pitch the last examination at pitch
 */
export function restingOf(
  { sides }: Pick<InstrumentFit, 'sides'>,
  pitch: ExaminationFacts | null,
  { examinations, interventions }: Pick<InstrumentRecord, 'examinations' | 'interventions'>,
): Evidence['resting'] {
  if (!pitch || doneSince(examinations, interventions).some(({ kinds }) => beginsEpoch(kinds))) return null;
  const done = lastDone(pitch, examinations, interventions);
  const since = done && dayOf(pitch.date) - dayOf(done.date);
  const days = pitch.daysAtPitch ?? since;
  if (days === null) return null;
  const after = pitch.pitchAfter ?? (done ? afterOf(done.kinds) : null);
  if (days >= MOVES_FOR[after ?? 'work']) return null;
  if ((after ?? 'work') === 'work' && hasRested(sides, days)) return null;
  return { days: Math.round(days), after };
}

/** What set the strings or what carries them anew last, before an examination. */
function lastDone(
  pitch: ExaminationFacts,
  examinations: readonly ExaminationFacts[],
  interventions: readonly InterventionFacts[],
): InterventionFacts | null {
  const turns = timelineOf(examinations, interventions);
  const until = turns.findIndex(({ examination }) => examination.id === pitch.id);
  const done = turns.slice(0, until + 1).flatMap(({ before }) => before);
  return done.findLast(({ kinds, roughly }) => afterOf(kinds) !== null && !roughly) ?? null;
}

/** Its readings say that it stands still; late enough one reading does, where nothing says that it moves. */
function hasRested(sides: readonly FittedSide[], days: number): boolean {
  const trends = sides.map(({ calibration }) => trendOf(calibration));
  if (trends.length === 0) return false;
  const moves = trends.some((trend) => trend && Math.abs(trend.value) - trend.sd > IN_A_MONTH.moves);
  if (days >= READ_AFTER) return !moves;
  return (
    !moves &&
    trends.every(
      (trend) =>
        trend !== null &&
        trend.readings >= STILL.readings &&
        trend.over >= STILL.days &&
        Math.abs(trend.value) + trend.sd < IN_A_MONTH.still,
    )
  );
}

/** The action of an epoch with the season taken out, carried on for a month, m; null where it was read once. */
function trendOf({ visits, sensitivity }: FittedSide['calibration']) {
  if (visits.length < 2) return null;
  const mean = (of: (visit: (typeof visits)[number]) => number) =>
    visits.reduce((sum, visit) => sum + of(visit), 0) / visits.length;
  const level = (visit: (typeof visits)[number]) => visit.value - sensitivity.value * visit.shrunkMoisture;
  const [day, value] = [mean((visit) => visit.day), mean(level)];
  const square = visits.reduce((sum, visit) => sum + (visit.day - day) ** 2, 0);
  if (square === 0) return null;
  const slope = visits.reduce((sum, visit) => sum + (visit.day - day) * (level(visit) - value), 0) / square;
  const noise = visits.reduce((sum, visit) => sum + ((visit.day - day) * visit.sd) ** 2, 0);
  return {
    value: slope * IN_A_MONTH.days,
    sd: (Math.sqrt(noise) / square) * IN_A_MONTH.days,
    readings: visits.length,
    over: visits.at(-1)!.day - visits[0]!.day,
  };
}
