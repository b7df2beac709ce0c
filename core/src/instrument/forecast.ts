import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import { EVER_AFTER, livedBy, seasonMoisture, seasonOn, USUAL_LAG, type PathOfRooms } from '../air/index.js';
import { diagnose, judgedOf, type Finding } from '../diagnosis/index.js';
import { dayOf, isoDate } from '../days/index.js';
import {
  backToReference,
  DAYS_AHEAD,
  expectThrough,
  type Calibration,
  type YearInput,
} from '../forecast/index.js';
import type { Dimension } from '../readings/index.js';
import type { InstrumentRecord } from './facts.js';
import { woodSourceOf, type InstrumentFit } from './fit.js';
import {
  actionSeries,
  calibrateSeries,
  findingOf,
  otherSeries,
  type Series,
  type SeriesFinding,
  type SeriesSubject,
} from './series.js';
import { standsToday } from './judgement.js';
import type { Learned } from './learned.js';
import { dayOff, prepareDay, type InstrumentToday } from './today.js';
import type { StrungVisit } from './visits.js';
import { moistureOn, woodOn, type WoodSource } from './wood.js';
import { yearsAhead, type YearsAhead } from './yearsAhead.js';

const STEP_DAYS = 7;

/** A reading that a forecast stands on, SI. */
export interface HistoryReading {
  /** null for a crack */
  examinationId: string | null;
  date: string;
  /** as it was read, and as it would read with saddle and nut as they are set today */
  value: number;
  standing: number;
  sd: number;
  /** the wood that day, %MC, its error and what it was taken from */
  moisture: number;
  moistureSd: number;
  moistureFrom: StrungVisit['moistureFrom'];
  /** where it lay that day, and how likely that was not its home of today; 0 to 1 */
  lay: StrungVisit['lay'];
  /** something was done before it that begins a new epoch */
  afterIntervention: boolean;
  /** how far it lies from what all the others expect, in its own errors; null before the present epoch */
  misfit: number | null;
  /** how likely it is a slip, 0 to 1; null before the present epoch */
  slip: number | null;
  /** carried to the humidity at which it will be kept; null before the present epoch */
  atKept: number | null;
}

/** What is expected on one day, SI and %MC. */
export interface ForecastPoint {
  date: string;
  median: number;
  band50: [number, number];
  band80: [number, number];
  band95: [number, number];
  moisture: number;
}

/** One series worked out: history, the coming year, what was learned. */
export interface SeriesForecast {
  key: string;
  subject: SeriesSubject;
  readings: number;
  dimension: Dimension;
  /** of the action; null for all else */
  side: StringSide | null;
  /** what is wanted; null where nothing is */
  window: [number, number] | null;
  history: HistoryReading[];
  points: ForecastPoint[];
  /** per %MC, as learned and as believed before */
  sensitivity: Uncertain;
  prior: Uncertain;
  believedFrom: Series['believedFrom'];
  /** per year */
  age: Uncertain;
  finding: SeriesFinding | null;
  calibration: Calibration;
}

/** Everything that *Seasons* shows of an instrument on a day, in numbers. */
export interface InstrumentForecast {
  today: InstrumentToday;
  sides: SeriesForecast[];
  others: { key: string; subject: SeriesSubject; readings: number }[];
  /** the wood by season, from the first examination on, %MC */
  season: { date: string; moisture: number }[];
  /** the wood as it was, as far as anything tells it, and between what four times in five; %MC */
  wood: { date: string; moisture: number; band80: [number, number] }[];
  /** where it lay since then: from a day on (null: from before) in the room of this name; empty where nobody follows it */
  stays: { from: string | null; room: string }[];
  yearInput: YearInput;
  yearsAhead: YearsAhead[];
  /** what is the matter on that day; nothing where its evidence was not gathered */
  findings: Finding[];
}

/** A series worked out: fitted, and forecast through the coming year. */
export function seriesForecast(
  series: Series,
  calibration: Calibration,
  record: Pick<InstrumentRecord, 'instrument'>,
  fit: InstrumentFit,
  { day, moisture }: Pick<InstrumentToday, 'day' | 'moisture'>,
  about: { side: StringSide | null; window: [number, number] | null } = { side: null, window: null },
): SeriesForecast {
  const { key, subject, dimension, visits, belief, believedFrom } = series;
  const days = Array.from({ length: 53 }, (_, i) => day + STEP_DAYS * i);
  return {
    key,
    subject,
    readings: visits.length,
    dimension,
    ...about,
    history: visits.map((visit) => historyReading(visit, calibration, fit)),
    points: expectThrough(calibration, fit.air.climate, days, { today: moisture ?? undefined }).map(
      (point) => ({
        date: isoDate(point.day),
        median: point.median,
        band50: point.band50,
        band80: point.band80,
        band95: point.band95,
        moisture: point.moisture,
      }),
    ),
    sensitivity: calibration.sensitivity,
    prior: belief.sensitivity,
    believedFrom,
    age: calibration.age,
    finding: findingOf(series, calibration, record, fit),
    calibration,
  };
}

function historyReading(
  visit: StrungVisit,
  calibration: Calibration,
  { kept }: Pick<InstrumentFit, 'kept'>,
): HistoryReading {
  const index = calibration.visits.findIndex(({ day }) => day === visit.day);
  const fitted = calibration.visits[index];
  const { examinationId, date, read, value, sd, moisture, moistureSd, moistureFrom, lay } = visit;
  return {
    examinationId,
    date,
    value: read,
    standing: value,
    sd,
    moisture,
    moistureSd,
    moistureFrom,
    lay,
    afterIntervention: visit.afterIntervention ?? false,
    misfit: fitted?.z ?? null,
    slip: fitted?.slip ?? null,
    atKept: fitted ? backToReference(calibration, index, kept.moisture).value : null,
  };
}

/** What *Seasons* shows on a day, read off a fit. */
export function forecastOf(
  record: InstrumentRecord,
  fit: InstrumentFit & Partial<Pick<Learned, 'evidence'>>,
  path: PathOfRooms,
  day: number,
): InstrumentForecast {
  const prepared = prepareDay(fit, path, day);
  const today = dayOff(fit, prepared);
  const diagnosis = fit.evidence ? diagnose(fit.evidence, standsToday(today)) : null;
  const judged = diagnosis ? judgedOf(diagnosis) : {};
  const { examinations } = record;
  const first = examinations[0] ? Math.min(dayOf(examinations[0].date), day) : day;
  const source = woodSourceOf(record, fit, path);
  const others = otherSeries(record, fit, source);
  return {
    today,
    sides: today.sides.map((side) =>
      seriesForecast(actionSeries(side), side.calibration, record, fit, today, {
        side: side.side,
        window: side.window,
      }),
    ),
    others: others.map(({ key, subject, visits }) => ({ key, subject, readings: visits.length })),
    season: steps(first, day + DAYS_AHEAD).map((at) => ({
      date: isoDate(at),
      moisture: at < day ? seasonOn(fit.air, at).moisture : seasonMoisture(fit.air.climate, at),
    })),
    wood: steps(first, day).flatMap((at) => woodShown(at, source)),
    stays: staysSince(path, first),
    yearInput: { ...prepared.input, judged },
    yearsAhead: yearsAhead(record, fit, source, day, judged),
    findings: diagnosis?.findings ?? [],
  };
}

/** One of the other series, fitted; null where there is none of that key. */
export function otherForecast(
  record: InstrumentRecord,
  fit: InstrumentFit,
  path: PathOfRooms,
  day: number,
  key: string,
): SeriesForecast | null {
  const series = otherSeries(record, fit, woodSourceOf(record, fit, path)).find((one) => one.key === key);
  return series
    ? seriesForecast(series, calibrateSeries(series, fit), record, fit, {
        day,
        moisture: moistureOn(day, livedBy(path, fit.air), fit.latestMoisture),
      })
    : null;
}

const FOUR_FIFTHS = 1.2816;

function woodShown(day: number, source: WoodSource): InstrumentForecast['wood'] {
  const known = woodOn(day, source);
  if (known.from === 'climate') return [];
  const { moisture, left } = known.believed[USUAL_LAG]!;
  const off = FOUR_FIFTHS * Math.sqrt(left);
  return [{ date: isoDate(day), moisture, band80: [moisture - off, moisture + off] }];
}

/** The stays that reach into what is shown. */
function staysSince({ stays }: PathOfRooms, first: number): InstrumentForecast['stays'] {
  return stays
    .filter((_, i) => (stays[i + 1]?.from ?? EVER_AFTER) > first)
    .map(({ from, name }) => ({ from: from <= first ? null : isoDate(from), room: name }));
}

function steps(from: number, to: number): number[] {
  return Array.from({ length: Math.floor((to - from) / STEP_DAYS) + 1 }, (_, i) => from + i * STEP_DAYS);
}
