import type { Uncertain } from '../numeric/index.js';
import { STRING_SIDES } from '../strings/index.js';
import { comingMoisture, woodBelieved, type PathOfRooms } from '../air/index.js';
import { dayOf } from '../days/index.js';
import {
  calibrate,
  expectedRange,
  expectOn,
  expectReading,
  isFollowed,
  quantityBelief,
  seriesBelief,
  type EarlierReading,
} from '../forecast/index.js';
import { BOTH, readingOn, type QuantityId, type ReadingValue, type ReadPlace } from '../readings/index.js';
import type { ExaminationFacts, InstrumentRecord, InterventionFacts, StringState } from './facts.js';
import { woodSourceOf, type InstrumentFit } from './fit.js';
import { endsLevel, type InterventionKind } from './interventions.js';
import { doneSince, timelineOf } from './timeline.js';
import { visitsOf } from './visits.js';
import { latestMoisture, moistureOn, woodAt, type WoodSource } from './wood.js';

/** Under which conditions something is about to be read. */
export interface ReadingConditions {
  date: string;
  strings: StringState;
  /** air in the room; null where it was not read */
  air: { humidity: number; celsius: number } | null;
  /** what was done since the last examination and is written down with this one */
  done: readonly InterventionKind[];
  /** the examination that is being corrected, left out of its own past; null for a new one */
  except: string | null;
  /** error of the tool that a quantity is about to be read with, SI */
  toolSd: (quantity: QuantityId) => number;
}

/** What a quantity was last at one place, and where it is expected now; SI. */
export interface ExpectedReading {
  quantity: QuantityId;
  place: ReadPlace;
  last: ReadingValue & { date: string; examinationId: string };
  /** the middle 95 %, the tool's error included; null after work, when the past says nothing */
  range: [number, number] | null;
  /** the season's part of the way from the last reading to now */
  season: Uncertain | null;
}

export interface ExpectedReadings {
  /** wood's moisture that is counted on, %MC, and what it is taken from */
  wood: { moisture: number; sd: number; from: 'room log' | 'examination air' | 'climate' | 'meter' };
  expected: ExpectedReading[];
}

/**
 * The slip guard beside every field. What is followed through the seasons at pitch is expected by its own calibrated
 * series, the same that the forecast shows; all else by a quick regression, see forecast/expected.ts.
 */
export function expectReadings(
  record: InstrumentRecord,
  fit: InstrumentFit,
  path: PathOfRooms,
  conditions: ReadingConditions,
): ExpectedReadings {
  const { date, strings, except } = conditions;
  const examinations = record.examinations.filter((one) => one.id !== except && one.date <= date);
  const interventions = record.interventions.filter((one) => one.date <= date);
  const past: InstrumentRecord = { ...record, examinations, interventions };
  const source = woodSourceOf(record, fit, path);
  const wood = woodNow(conditions, source, latestMoisture(examinations, source));
  const alike = examinations.filter((one) => one.strings === strings);
  const expected = placesRead(alike).flatMap(([quantity, place]): ExpectedReading[] => {
    const last = lastOf(alike, quantity, place);
    if (!last) return [];
    const followed =
      strings === 'pitch' && place !== BOTH && (quantity === 'action12' || isFollowed(quantity));
    const found = followed
      ? bySeries(past, fit, source, { quantity, place, wood, conditions })
      : quickly(past, fit, source, { quantity, place, wood, conditions });
    return [{ quantity, place, last, range: found?.range ?? null, season: found?.season ?? null }];
  });
  return { wood, expected };
}

interface Asked {
  quantity: QuantityId;
  place: ReadPlace;
  wood: ExpectedReadings['wood'];
  conditions: ReadingConditions;
}
type Found = Pick<ExpectedReading, 'range' | 'season'> | null;

/** By the calibrated series of the quantity, as it stands before the reading. */
function bySeries(
  past: InstrumentRecord,
  { air, top }: InstrumentFit,
  source: WoodSource,
  { quantity, place, wood, conditions }: Asked,
): Found {
  const visits = visitsOf(
    past,
    quantity,
    place as Exclude<ReadPlace, typeof BOTH>,
    source,
    past.top?.breathes,
  );
  const last = visits.at(-1);
  if (!last || levelEnded(past, last.examinationId, quantity, conditions.done)) return null;
  const calibration = calibrate(visits, { climate: air.climate, belief: seriesBelief(quantity, top) });
  const { band95 } = expectOn(
    calibration,
    dayOf(conditions.date),
    { moisture: wood.moisture, variance: wood.sd ** 2 },
    conditions.toolSd(quantity),
  );
  const { sensitivity } = calibration;
  const change = wood.moisture - last.moisture;
  return {
    range: band95,
    season: {
      value: sensitivity.value * change,
      sd: Math.hypot(
        sensitivity.sd * change,
        Math.hypot(sensitivity.value, sensitivity.sd) * Math.hypot(wood.sd, last.moistureSd),
      ),
    },
  };
}

/** By a quick regression over the readings since the last work in the same state of the strings. */
function quickly(
  past: InstrumentRecord,
  { top }: InstrumentFit,
  source: WoodSource,
  { quantity, place, wood, conditions }: Asked,
): Found {
  let earlier: EarlierReading[] = [];
  let lastId: string | null = null;
  for (const { examination, before } of timelineOf(past.examinations, past.interventions)) {
    // the past before the last work says nothing of today
    if (before.some(({ kinds }) => endsLevel(kinds, quantity))) earlier = [];
    const reading = examination.strings === conditions.strings && read(examination, quantity, place);
    if (!reading) continue;
    const { moisture, sd: moistureSd } = woodAt(examination, source);
    earlier.push({
      day: dayOf(examination.date),
      value: reading.value,
      sd: reading.sd,
      moisture,
      moistureSd,
    });
    lastId = examination.id;
  }
  if (earlier.length === 0 || levelEnded(past, lastId, quantity, conditions.done)) return null;
  const now = { day: dayOf(conditions.date), moisture: wood.moisture, moistureSd: wood.sd };
  const expectation = expectReading(earlier, now, quantityBelief(quantity, top));
  return (
    expectation && {
      range: expectedRange(expectation, conditions.toolSd(quantity)),
      season: expectation.season,
    }
  );
}

/** Whether something was done after an examination that ends what was read of a quantity. */
function levelEnded(
  { examinations, interventions }: InstrumentRecord,
  lastId: string | null,
  quantity: QuantityId,
  now: readonly InterventionKind[],
): boolean {
  const turns = timelineOf(examinations, interventions);
  const after = turns.findIndex(({ examination }) => examination.id === lastId);
  const done: InterventionFacts[] = [
    ...turns.slice(after + 1).flatMap(({ before }) => before),
    ...doneSince(examinations, interventions),
  ];
  return endsLevel(now, quantity) || done.some(({ kinds }) => endsLevel(kinds, quantity));
}

/** Wood's moisture on the day: by the room's log, by the air as read, else as the season brings it on from what was known last. */
function woodNow(
  { date, air: read }: ReadingConditions,
  { air }: WoodSource,
  latest: { day: number; moisture: number } | null,
): ExpectedReadings['wood'] {
  const day = dayOf(date);
  const known = woodBelieved(air, { day, ...(read ? { air: read } : {}) });
  if (known) return known;
  const { moisture, variance } = comingMoisture(air.climate, day, moistureOn(day, air, latest) ?? undefined);
  return { moisture, sd: Math.sqrt(variance), from: 'climate' };
}

/** Every quantity and place that was read in these examinations; one value for both sides counts for each. */
function placesRead(examinations: readonly ExaminationFacts[]): [QuantityId, ReadPlace][] {
  const found = new Map<string, [QuantityId, ReadPlace]>();
  for (const { readings } of examinations)
    for (const { quantity, place } of readings)
      for (const one of place === BOTH ? STRING_SIDES : [place])
        found.set(`${quantity}.${one}`, [quantity, one]);
  return [...found.values()];
}

const read = ({ readings }: ExaminationFacts, quantity: QuantityId, place: ReadPlace) =>
  place === BOTH
    ? readings.find((one) => one.quantity === quantity && one.place === BOTH)
    : readingOn(readings, quantity, place);

function lastOf(
  examinations: readonly ExaminationFacts[],
  quantity: QuantityId,
  place: ReadPlace,
): ExpectedReading['last'] | null {
  for (const examination of [...examinations].reverse()) {
    const reading = read(examination, quantity, place);
    if (reading) return { ...reading, date: examination.date, examinationId: examination.id };
  }
  return null;
}
