import type { Uncertain } from '../numeric/index.js';
import type { MarkState, BodyPlan } from '../body-plan/index.js';
import { readingOn, type Place, type QuantityId } from '../readings/index.js';
import { bellyStation, type LooseStretch } from '../top/index.js';
import { GLUED_AT } from '../wood/index.js';
import type { ExaminationFacts, InstrumentFacts, MarkFacts } from './facts.js';
import { woodRead, type WoodSource } from './wood.js';

/** The belly as one examination at pitch read it. */
export interface BellyProfile {
  examinationId: string;
  date: string;
  /** where each height was read, m in the plan's frame, and what it was */
  stations: { place: Place; x: number; y: number; height: number; sd: number }[];
  /** the wood against what it was glued at, %MC */
  moisture: Uncertain;
}

/** Fewer heights say nothing of a shape. */
const FEWEST_STATIONS = 4;
/** Where nothing tells the wood's moisture, %MC. House default. */
const UNKNOWN_WOOD = { value: 0, sd: 2 };

/** The last examination at pitch that read the belly at enough places to say anything. */
export function bellyOf(
  plan: BodyPlan,
  examinations: readonly ExaminationFacts[],
  source: WoodSource,
): BellyProfile | null {
  for (const examination of [...examinations].reverse()) {
    if (examination.strings !== 'pitch') continue;
    const stations = examination.readings.flatMap(({ quantity, place, value, sd }) => {
      if (quantity !== 'bellyAlong' && quantity !== 'bellyAcross') return [];
      const point = bellyStation(plan, place as Place);
      if (!point) return [];
      const [x, y] = point;
      return [{ place: place as Place, x, y, height: value, sd }];
    });
    if (stations.length < FEWEST_STATIONS) continue;
    const wood = woodRead(examination, source);
    const moisture = wood
      ? { value: wood.moisture - GLUED_AT.value, sd: Math.hypot(wood.sd, GLUED_AT.sd) }
      : UNKNOWN_WOOD;
    return { examinationId: examination.id, date: examination.date, stations, moisture };
  }
  return null;
}

/** The last reading of a quantity at one place, SI; null where it was never read. */
export function lastRead(
  examinations: readonly ExaminationFacts[],
  quantity: QuantityId,
  place: Place,
): number | null {
  for (const { readings } of [...examinations].reverse()) {
    const reading = readingOn(readings, quantity, place);
    if (reading) return reading.value;
  }
  return null;
}

/** How far the bridge leans, as it was last measured with the strings at pitch, rad; null where it never was. */
export function lastTilt(
  examinations: readonly ExaminationFacts[],
): { value: number; sd: number; date: string } | null {
  for (const { date, strings, readings } of [...examinations].reverse()) {
    const reading = strings === 'pitch' ? readingOn(readings, 'bridgeTilt', 'centre') : null;
    if (reading) return { value: reading.value, sd: reading.sd, date };
  }
  return null;
}

/** The second height of the strings over the top is read so far before the saddle, m. */
const BEFORE_SADDLE = 0.1;

/** Slope of the strings over the top towards the nut, down positive, rad; null where it was not measured. */
export function stringSlope({
  stringHeight,
  stringHeightBefore,
}: Pick<InstrumentFacts, 'stringHeight' | 'stringHeightBefore'>): number | null {
  if (stringHeight === null || stringHeightBefore === null) return null;
  return Math.atan((stringHeight - stringHeightBefore) / BEFORE_SADDLE);
}

/** A loose stretch as it was last seen. */
export interface LooseSeen extends LooseStretch {
  mark: string;
  seen: string;
  state: MarkState;
}

/**
 * Stretches of top braces that were loose when they were last seen.
 *
 * @param until only what was seen up to this date counts; default: everything
 */
export function looseOf(
  plan: Pick<BodyPlan, 'braces'>,
  marks: readonly MarkFacts[],
  until?: string,
): LooseSeen[] {
  return marks.flatMap(({ id, kind, brace, sightings }): LooseSeen[] => {
    const last = sightings.findLast(({ date }) => until === undefined || date <= until);
    const known = plan.braces.some((one) => one.id === brace);
    // what was not pressed on is loose all the same
    if (
      !last?.stretch ||
      !known ||
      kind !== 'separation' ||
      last.state === 'closed' ||
      last.state === 'repaired'
    )
      return [];
    const felt = {
      ...(last.width === null ? {} : { gap: last.width }),
      ...(last.letIn === null ? {} : { letIn: last.letIn }),
    };
    return [{ mark: id, brace: brace!, ...last.stretch, ...felt, seen: last.date, state: last.state }];
  });
}
