import type { StringSide } from '../strings/index.js';
import { dayOf } from '../days/index.js';
import { layOn, tieVariance, type WoodMoisture } from '../air/index.js';
import type { Visit } from '../forecast/index.js';
import { readingOn, type Place, type QuantityId } from '../readings/index.js';
import type { ExaminationFacts, InstrumentRecord, InterventionFacts } from './facts.js';
import {
  endReadings,
  leversMoved,
  neckOf,
  type EndReadings,
  type LeverFelt,
  type LeverMoved,
} from './geometry.js';
import { endsLevel, INTERVENTIONS, LEVER_READINGS, movesLever } from './interventions.js';
import { timelineOf } from './timeline.js';
import { woodAt, type WoodSource } from './wood.js';

/** A strung reading with the examination it came from. */
export interface StrungVisit extends Visit {
  /** null where it was read without an examination, as a crack is */
  examinationId: string | null;
  date: string;
  moistureFrom: WoodMoisture['from'];
  /** where it lay, and how likely that was not its home of today */
  lay: { room: string; away: number };
  /** as it was read, SI; the value stands as it would with saddle and nut as they were last read */
  read: number;
  /** ends of the strings that were moved since the visit before, and taken out of all earlier values */
  levers: (LeverMoved & {
    /** the day on which this end was read before */
    since: string;
    /** whether it is recorded that somebody did it */
    recorded: boolean;
  })[];
}

type Recorded = Pick<InstrumentRecord, 'instrument' | 'examinations' | 'interventions'>;

/** Strung readings of one quantity at one place, oldest first. Like is compared with like: only at pitch. */
export function visitsOf(
  { instrument, examinations, interventions }: Recorded,
  quantity: QuantityId,
  place: Place,
  source: WoodSource,
  breathes: Readonly<Record<string, number>> = {},
): StrungVisit[] {
  const visits: StrungVisit[] = [];
  const felt = quantity === 'action12' || quantity === 'firstFretGap' ? quantity : null;
  const levers =
    felt && (place === 'bass' || place === 'treble') ? new Levers(instrument, place, felt) : null;
  let done: InterventionFacts[] = [];
  for (const { examination, before } of timelineOf(examinations, interventions)) {
    // work noted at a slack examination begins the epoch of the next strung one
    done.push(...before);
    const reading = readingOn(examination.readings, quantity, place);
    if (examination.strings !== 'pitch' || !reading) continue;
    const moved = levers?.at(examination, done) ?? { levers: [], unmeasured: false };
    const wood = woodAt(examination, source);
    const last = visits.at(-1)?.date;
    visits.push({
      examinationId: examination.id,
      date: examination.date,
      day: dayOf(examination.date),
      read: reading.value,
      value: reading.value,
      sd: reading.sd,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      moistureByLag: wood.byLag,
      believed: wood.believed,
      tied: last === undefined ? 0 : tieVariance(source.air, dayOf(last), dayOf(examination.date)),
      moistureFrom: wood.from,
      lay: layOn(source.air, dayOf(examination.date)),
      daysAtPitch: examination.daysAtPitch ?? undefined,
      afterIntervention: done.some(({ kinds }) => endsLevel(kinds, quantity)) || moved.unmeasured,
      breathesBy: done.reduce((product, { id }) => product * (breathes[id] ?? 1), 1),
      levers: moved.levers,
    });
    done = [];
  }
  return takenOut(visits);
}

/** Follows the two ends of one side's strings through the examinations. */
class Levers {
  private last: Partial<
    Record<keyof EndReadings, { date: string; reading: EndReadings[keyof EndReadings] }>
  > = {};

  constructor(
    private readonly instrument: InstrumentRecord['instrument'],
    private readonly side: StringSide,
    /** what is asked how it feels them */
    private readonly quantity: LeverFelt,
  ) {}

  /** What was moved up to an examination, and whether something was that nobody measured. */
  at(
    { readings, date }: ExaminationFacts,
    done: readonly InterventionFacts[],
  ): { levers: StrungVisit['levers']; unmeasured: boolean } {
    const now = endReadings(readings, this.side);
    const before = Object.fromEntries(
      Object.entries(this.last).map(([quantity, { reading }]) => [quantity, reading]),
    ) as EndReadings;
    const since = this.last;
    const kinds = done.flatMap((one) => one.kinds);
    const found = endsLevel(kinds, this.quantity)
      ? []
      : leversMoved(before, now, neckOf(this.instrument, this.side), this.quantity);
    const measured = (kind: (typeof kinds)[number]) =>
      (LEVER_READINGS[kind] ?? []).some((quantity) => {
        const end = quantity as keyof EndReadings;
        return before[end] !== undefined && now[end] !== undefined;
      });
    const unmeasured =
      this.quantity === 'action12' && kinds.some((kind) => movesLever([kind]) && !measured(kind));
    this.last = { ...since };
    for (const [quantity, reading] of Object.entries(now) as [
      keyof EndReadings,
      EndReadings[keyof EndReadings],
    ][])
      if (reading) this.last[quantity] = { date, reading };
    const levers = found.map((lever) => {
      const shown =
        lever.end === 'nut'
          ? since.firstFretGap
          : since.saddleShowing && now.saddleShowing
            ? since.saddleShowing
            : since.wheelHeight;
      return {
        ...lever,
        since: shown!.date,
        recorded: kinds.some(
          (kind) => INTERVENTIONS[kind].effect === 'lever' && (kind === 'nut') === (lever.end === 'nut'),
        ),
      };
    });
    return { levers, unmeasured };
  }
}

/** Values as they would stand with both ends as they are set last: what was moved is taken out of all that was read before. */
function takenOut(visits: readonly StrungVisit[]): StrungVisit[] {
  let later = 0;
  const standing = [...visits].reverse().map((visit): StrungVisit => {
    const value = visit.read + later;
    // what begins an epoch says nothing of how the one before it stood
    if (visit.afterIntervention) later = 0;
    else later += visit.levers.reduce((sum, { effect }) => sum + effect.value, 0);
    const step = Math.hypot(...visit.levers.map(({ effect }) => effect.sd));
    return { ...visit, value, ...(step > 0 && !visit.afterIntervention ? { stepSd: step } : {}) };
  });
  return standing.reverse();
}
