import type { Uncertain } from '../numeric/index.js';
import { STRING_SIDES } from '../strings/index.js';
import { isAirAsked, layOn, seasonMoisture, type Climate } from '../air/index.js';
import { dayOf } from '../days/index.js';
import {
  actionBelief,
  attribute,
  calibrate,
  CRACK_BELIEF,
  isFollowed,
  seriesBelief,
  seriesKey,
  type AttributionOrNot,
  type Calibration,
  SEPARATION_BELIEF,
  type CrackMeasure,
  type SeparationMeasure,
  type SeriesBelief,
} from '../forecast/index.js';
import { crackLength } from '../body-plan/index.js';
import { BOTH, QUANTITIES, type Dimension, type Place, type QuantityId } from '../readings/index.js';
import {
  closingMoisture,
  restraintOf,
  SPECIES,
  type ClosingMoisture,
  type Restraint,
} from '../wood/index.js';
import type { ExaminationFacts, InstrumentRecord, MarkFacts } from './facts.js';
import type { FittedSide, InstrumentFit } from './fit.js';
import { beginsEpoch } from './interventions.js';
import { visitsOf, type StrungVisit } from './visits.js';
import { woodAt, woodOn, type WoodSource } from './wood.js';

/** What a series of readings is of. */
export type SeriesSubject =
  | { of: 'quantity'; quantity: QuantityId; place: Place }
  | { of: 'crack'; mark: string; name: string; measure: CrackMeasure }
  | { of: 'separation'; mark: string; name: string; measure: SeparationMeasure };

/** Where the belief of a series comes from, before anything of it was read. */
export type BeliefSource = 'top' | 'quantity' | 'crack' | 'separation';

/** A series before it is worked out: what it is of, its readings, and what is believed of it. */
export interface Series {
  /** `action12.bass`, or `crack.<mark>.length`, or `separation.<mark>.depth` */
  key: string;
  subject: SeriesSubject;
  dimension: Dimension;
  visits: StrungVisit[];
  belief: SeriesBelief;
  believedFrom: BeliefSource;
}

/** What a fit of a series says beyond its numbers. */
export type SeriesFinding =
  | { kind: 'creep'; attribution: AttributionOrNot; perYear: Uncertain }
  | {
      kind: 'closing';
      /** its last width is within a feeler's error of none */
      closed: boolean;
      at: ClosingMoisture;
      restraint: Restraint;
      /** the day on which another width tells the most */
      measureAgain: number;
    };

/** The action of a side as a series. */
export function actionSeries({ side, all, prior }: Pick<FittedSide, 'side' | 'all' | 'prior'>): Series {
  return {
    key: seriesKey('action12', side),
    subject: { of: 'quantity', quantity: 'action12', place: side },
    dimension: 'length',
    visits: all,
    belief: actionBelief(prior),
    believedFrom: 'top',
  };
}

/** Every series of an instrument that has at least one reading, but the action itself. */
export function otherSeries(record: InstrumentRecord, fit: InstrumentFit, source: WoodSource): Series[] {
  const quantities = placesRead(record.examinations).flatMap(([quantity, place]): Series[] => {
    const visits = visitsOf(record, quantity, place, source, record.top?.breathes);
    if (visits.length === 0) return [];
    return [
      {
        key: seriesKey(quantity, place),
        subject: { of: 'quantity', quantity, place },
        dimension: QUANTITIES[quantity].dimension,
        visits,
        belief: seriesBelief(quantity, fit.top),
        believedFrom: 'quantity',
      },
    ];
  });
  const marks = record.marks.flatMap((mark) => [
    ...crackSeries(mark, record, source),
    ...separationSeries(mark, record, source),
  ]);
  return [...quantities, ...marks];
}

/** A series told apart into level, season and age, in the climate that its instrument lives in. */
export const calibrateSeries = (series: Series, { air }: Pick<InstrumentFit, 'air'>): Calibration =>
  calibrate(series.visits, { climate: air.climate, belief: series.belief, airSure: !isAirAsked(air) });

/** Quantities and places that are followed and were read; one value for both sides counts for each. */
function placesRead(examinations: readonly ExaminationFacts[]): [QuantityId, Place][] {
  const found = new Map<string, [QuantityId, Place]>();
  for (const { readings } of examinations)
    for (const { quantity, place } of readings) {
      if (quantity === 'action12' || !isFollowed(quantity)) continue;
      for (const one of place === BOTH ? STRING_SIDES : [place])
        found.set(seriesKey(quantity, one), [quantity, one]);
    }
  return [...found.values()];
}

/** A crack's length through the years; null where the mark is no crack or was never seen. */
export const crackLengths = (mark: MarkFacts, record: InstrumentRecord, source: WoodSource): Series | null =>
  crackSeries(mark, record, source).find(({ key }) => key === `crack.${mark.id}.length`) ?? null;

/** A crack's widths; null where none was read. */
export const crackWidths = (mark: MarkFacts, record: InstrumentRecord, source: WoodSource): Series | null =>
  crackSeries(mark, record, source).find(({ key }) => key === `crack.${mark.id}.width`) ?? null;

/** A crack's length and, where it was read, its width. */
function crackSeries(mark: MarkFacts, { examinations }: InstrumentRecord, source: WoodSource): Series[] {
  if (mark.kind !== 'crack') return [];
  const visit = (date: string, value: number, sd: number) => seenOn(date, value, sd, examinations, source);
  const series = (measure: CrackMeasure, visits: StrungVisit[]): Series[] =>
    visits.length === 0
      ? []
      : [
          {
            key: `crack.${mark.id}.${measure}`,
            subject: { of: 'crack', mark: mark.id, name: mark.name, measure },
            dimension: 'length',
            visits,
            belief: CRACK_BELIEF[measure],
            believedFrom: 'crack',
          },
        ];
  return [
    ...series(
      'length',
      mark.sightings.map(({ date, path, ruled }) => {
        const { value, sd } = crackLength(path);
        return visit(date, ruled ?? value, sd);
      }),
    ),
    ...series(
      'width',
      mark.sightings.flatMap(({ date, width }) => (width === null ? [] : [visit(date, width, FEELER_SD)])),
    ),
  ];
}

/** A mark as it was seen on a day, with the wood of that day. */
function seenOn(
  date: string,
  value: number,
  sd: number,
  examinations: readonly ExaminationFacts[],
  source: WoodSource,
): StrungVisit {
  const examination = examinations.find((one) => one.date === date);
  const wood = examination ? woodAt(examination, source) : woodOn(dayOf(date), source);
  return {
    examinationId: examination?.id ?? null,
    date,
    day: dayOf(date),
    read: value,
    value,
    sd,
    moisture: wood.moisture,
    moistureSd: wood.sd,
    moistureFrom: wood.from,
    lay: layOn(source.air, dayOf(date)),
    believed: wood.believed,
    levers: [],
  };
}

/** How far a brace is loose, and how far in a feeler goes; gluing it begins an epoch. */
function separationSeries(mark: MarkFacts, record: InstrumentRecord, source: WoodSource): Series[] {
  if (mark.kind !== 'separation') return [];
  const epochs = record.interventions.filter(({ kinds }) => beginsEpoch(kinds)).map(({ date }) => date);
  const series = (measure: SeparationMeasure, visits: StrungVisit[]): Series[] =>
    visits.length === 0
      ? []
      : [
          {
            key: `separation.${mark.id}.${measure}`,
            subject: {
              of: 'separation',
              mark: mark.id,
              name: mark.name.trim() || (mark.brace ?? ''),
              measure,
            },
            dimension: 'length',
            // what was glued in between says nothing of how it opens again
            visits: visits.map((visit, i) => ({
              ...visit,
              afterIntervention: epochs.some(
                (date) => date > (visits[i - 1]?.date ?? '9999') && date <= visit.date,
              ),
            })),
            belief: SEPARATION_BELIEF[measure],
            believedFrom: 'separation',
          },
        ];
  const { examinations } = record;
  return [
    ...series(
      'length',
      mark.sightings.flatMap(({ date, stretch, state }) => {
        if (!stretch) return [];
        const tight = state === 'closed' || state === 'repaired';
        return [
          seenOn(date, tight ? 0 : stretch.to - stretch.from, SEPARATION_SD.length, examinations, source),
        ];
      }),
    ),
    ...series(
      'depth',
      mark.sightings.flatMap(({ date, depth }) =>
        depth === null ? [] : [seenOn(date, depth, SEPARATION_SD.depth, examinations, source)],
      ),
    ),
  ];
}

/** An end of a loose stretch by mirror and feeler, and how far in a feeler goes, m. Common practice. */
const SEPARATION_SD: Record<SeparationMeasure, number> = { length: 2e-3, depth: 0.5e-3 };

/** A feeler in a crack, m. Common practice. */
const FEELER_SD = 0.02e-3;
/** A crack no wider than this stands closed, m: a feeler's error. */
const CLOSED = 0.02e-3;
/** Width of wood that pulls on a crack of the top, m: half a lower bout. House default. */
const PULLS = 0.19;

/** What is to be said of a series besides its curve. */
export function findingOf(
  { subject }: Series,
  calibration: Calibration,
  { instrument }: Pick<InstrumentRecord, 'instrument'>,
  fit: Pick<InstrumentFit, 'restraint' | 'air'>,
): SeriesFinding | null {
  if (subject.of === 'quantity' && subject.quantity === 'action12') return null;
  if (subject.of !== 'crack' || subject.measure === 'length')
    return { kind: 'creep', attribution: attribute(calibration), perYear: calibration.age };
  const widths = calibration.visits.map(({ value, sd, shrunkMoisture, shrunkVariance }) => ({
    width: value,
    sd,
    moisture: shrunkMoisture,
    moistureSd: Math.sqrt(shrunkVariance),
  }));
  const restraint = restraintOf(fit.restraint);
  return {
    kind: 'closing',
    closed: widths.at(-1)!.width <= CLOSED,
    at: closingMoisture(widths, {
      change: SPECIES[instrument.topSpecies].radialChange,
      width: PULLS,
      restraint,
    }),
    restraint,
    measureAgain: farthestSeason(widths, fit.air.climate, calibration.referenceDay),
  };
}

/** The day of the coming year whose wood lies farthest from those at which widths were read. */
function farthestSeason(widths: readonly { moisture: number }[], climate: Climate, from: number): number {
  const mean = widths.reduce((sum, { moisture }) => sum + moisture, 0) / widths.length;
  const days = Array.from({ length: 12 }, (_, i) => from + 30 * (i + 1));
  const away = (day: number) => Math.abs(seasonMoisture(climate, day) - mean);
  return days.reduce((best, day) => (away(day) > away(best) ? day : best));
}
