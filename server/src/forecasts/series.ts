import type { Examination, HistoryPoint, Mark, SeriesForecast, SeriesName } from '@upright-elder/contract';
import {
  actionBelief,
  attribute,
  backToReference,
  calibrate,
  capital,
  closingMoisture,
  CRACK_BELIEF,
  crackLength,
  dayOf,
  expectThrough,
  humidityForMoisture,
  isDrift,
  isFollowed,
  isoDate,
  parseLength,
  placeName,
  QUANTITIES,
  referenceDay,
  seasonMoisture,
  seriesBelief,
  seriesKey,
  SPECIES,
  TOO_DAMP_TO_CLOSE,
  type Calibration,
  type CrackMeasure,
  type Place,
  type QuantityId,
  type SeriesBelief,
  standing,
} from '@upright-elder/core';
import type { Case } from './case.js';
import type { CalibratedSide } from './outlook.js';
import { visitsOf, woodAt, woodOfSeason, type StrungVisit } from './visits.js';

/** A series before it is worked out: what it is of, and its readings. */
export interface Series extends SeriesName {
  dimension: SeriesForecast['dimension'];
  visits: StrungVisit[];
  belief: SeriesBelief;
  prior: string;
  /** what a fit of it says beyond the numbers */
  says: (calibration: Calibration) => SeriesForecast['sentences'];
}

const HOUSE = 'house figure for this quantity';

/** The action of a side as a series. */
export function actionSeries({ side, all, prior }: CalibratedSide): Series {
  return {
    key: seriesKey('action12', side),
    name: `${QUANTITIES.action12.name}, ${side}`,
    readings: all.length,
    dimension: 'length',
    visits: all,
    belief: actionBelief(prior),
    prior: prior.source,
    says: () => [],
  };
}

/** Every series of an instrument that has at least one reading, but the action itself. */
export function otherSeries(worked: Case, marks: readonly Mark[]): Series[] {
  const { examinations, top } = worked;
  const quantities = placesRead(examinations).flatMap(([quantity, place]): Series[] => {
    const visits = visitsOf(examinations, quantity, place, worked);
    if (visits.length === 0) return [];
    const { name, dimension } = QUANTITIES[quantity];
    const where = placeName(place);
    return [
      {
        key: seriesKey(quantity, place),
        name: where ? `${name}, ${where}` : name,
        readings: visits.length,
        dimension,
        visits,
        belief: seriesBelief(quantity, top),
        prior: HOUSE,
        says: (calibration) => driftSaid(name.toLowerCase(), calibration),
      },
    ];
  });
  return [...quantities, ...marks.flatMap((mark) => crackSeries(mark, worked))];
}

/** Quantities and places that are followed and were read at pitch; one value for both sides counts for each. */
function placesRead(examinations: readonly Examination[]): [QuantityId, Place][] {
  const found = new Map<string, [QuantityId, Place]>();
  for (const { readings } of examinations)
    for (const { quantity, place } of readings) {
      if (quantity === 'action12' || !isFollowed(quantity)) continue;
      for (const one of place === 'both' ? (['bass', 'treble'] as const) : [place])
        found.set(seriesKey(quantity, one), [quantity, one]);
    }
  return [...found.values()];
}

/** A crack's length and, where it was read, its width. */
function crackSeries(mark: Mark, worked: Case): Series[] {
  if (mark.kind !== 'crack') return [];
  const seen = standing(mark.sightings).sort((a, b) => a.date.localeCompare(b.date));
  const name = mark.name.trim() || 'Crack';
  const series = (measure: CrackMeasure, visits: StrungVisit[]): Series[] =>
    visits.length === 0
      ? []
      : [
          {
            key: `crack.${mark.id}.${measure}`,
            name: `${name}, ${measure}`,
            readings: visits.length,
            dimension: 'length',
            visits,
            belief: CRACK_BELIEF[measure],
            prior: 'house figure for cracks',
            says: (calibration) =>
              measure === 'width'
                ? closingSaid(calibration, worked)
                : driftSaid('the crack’s length', calibration),
          },
        ];
  const visit = (date: string, value: number, sd: number): StrungVisit => {
    const examination = worked.examinations.find((one) => one.date === date);
    const wood = examination ? woodAt(examination, worked) : woodOn(dayOf(date), worked);
    return {
      examinationId: examination?.id ?? null,
      date,
      day: dayOf(date),
      value,
      sd,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      moistureFrom: wood.from,
    };
  };
  return [
    ...series(
      'length',
      seen.map(({ date, path, ruler }) => {
        const ruled = ruler ? parseLength(ruler, 'mm') : null;
        const { value, sd } = crackLength(path.map(([x, y]) => [x, y]));
        return visit(date, ruled?.ok ? ruled.value : value, sd);
      }),
    ),
    ...series(
      'width',
      seen.flatMap(({ date, width }) => {
        const read = width ? parseLength(width, 'mm') : null;
        return read?.ok ? [visit(date, read.value, FEELER_SD)] : [];
      }),
    ),
  ];
}

/** A feeler in a crack, m. Common practice. */
const FEELER_SD = 0.02e-3;

function woodOn(day: number, { log, climate }: Case) {
  const logged = log.rememberedAt(day);
  return logged ? { ...logged, from: 'room log' as const } : woodOfSeason(day, climate);
}

/** Says a drift that is more than season, by its own unit. */
function driftSaid(what: string, calibration: Calibration): SeriesForecast['sentences'] {
  const split = attribute(calibration);
  if (!split.known)
    return [
      {
        text: `What of ${what} is season and what is age cannot be told yet.`,
        weight: 'unknown',
        because: `${capital(split.reason)}.`,
      },
    ];
  if (!isDrift(calibration))
    return [
      {
        text: `No yearly change of ${what} shows beyond the season.`,
        weight: 'well',
        because: 'The chance that there is one is not sure enough to be called real.',
      },
    ];
  return [
    {
      text: `Beyond the season ${what} ${calibration.age.mean > 0 ? 'grows' : 'shrinks'} from year to year.`,
      weight: 'watch',
      because: 'The season is taken out; the figure and its error stand under “What it stands on”.',
    },
  ];
}

/** The moisture at which an open crack closes. */
function closingSaid(calibration: Calibration, worked: Case): SeriesForecast['sentences'] {
  const species = SPECIES[worked.instrument.topSpecies];
  const { restraint } = worked;
  const widths = calibration.visits.map(({ value, shrunkMoisture }) => ({
    width: value,
    moisture: shrunkMoisture,
  }));
  const open = widths.at(-1)!.width > 0.02e-3;
  if (!open)
    return [
      {
        text: 'The crack stands closed.',
        weight: 'well',
        because: 'Its last width is within a feeler’s error of none.',
      },
    ];
  const closing = closingMoisture(widths, {
    change: species.radialChange,
    width: PULLS,
    restraint: restraint ?? undefined,
  });
  const because =
    'From the line through its widths at two moistures where there are two, else from how far the plate beside it swells; house figures for the plate’s width' +
    (restraint === null ? ' and restraint.' : ', its own solved plan for the restraint.');
  if (closing === null)
    return [{ text: 'It does not close with damp: look at what holds it open.', weight: 'watch', because }];
  if (closing > TOO_DAMP_TO_CLOSE)
    return [
      {
        text: `Humidity will not close it: it would want ${closing.toFixed(1)} %MC. Fill or splint.`,
        weight: 'watch',
        because,
      },
    ];
  return [
    {
      text: `It closes at about ${closing.toFixed(1)} %MC, ${Math.round(humidityForMoisture(closing, 20))}\u00a0% RH for a fortnight: close it by humidity before gluing.`,
      weight: 'watch',
      because,
    },
  ];
}

/** Width of wood that pulls on a crack of the top, m: half a lower bout. House default. */
const PULLS = 0.19;

const STEP_DAYS = 7;

/** A series worked out: fitted, and forecast through the coming year. */
export function forecastOf(
  series: Series,
  calibration: Calibration,
  worked: Case,
  from: number,
  about: { side: SeriesForecast['side']; window: [number, number] | null },
): SeriesForecast {
  const { climate, outlook } = worked;
  const days = Array.from({ length: 53 }, (_, i) => from + STEP_DAYS * i);
  const { key, name, readings, dimension, visits, belief, prior, says } = series;
  return {
    key,
    name,
    readings,
    dimension,
    ...about,
    history: visits.map((visit) => historyPoint(visit, calibration, worked, from)),
    points: expectThrough(calibration, climate, days, { today: outlook.today }).map(
      ({ day, median, band50, band80, band95, moisture }) => ({
        date: isoDate(day),
        median,
        band50,
        band80,
        band95,
        moisture,
      }),
    ),
    sensitivity: calibration.sensitivity,
    prior: belief.sensitivity,
    priorSource: prior,
    age: calibration.age,
    sentences: says(calibration),
    calibration,
  };
}

function historyPoint(
  visit: StrungVisit,
  calibration: Calibration,
  { climate }: Case,
  today: number,
): HistoryPoint {
  const index = calibration.visits.findIndex(({ day }) => day === visit.day);
  const fitted = calibration.visits[index];
  const { examinationId, date, value, sd, moisture, moistureSd, moistureFrom, afterIntervention } = visit;
  return {
    examinationId,
    date,
    value,
    sd,
    moisture,
    moistureSd,
    moistureFrom,
    afterWork: afterIntervention ?? false,
    misfit: fitted?.z ?? null,
    slip: fitted?.slip ?? null,
    atReference: fitted
      ? backToReference(calibration, index, seasonMoisture(climate, referenceDay(climate, today))).mean
      : null,
  };
}

export const calibrated = (series: Series, { climate }: Case): Calibration =>
  calibrate(series.visits, { climate, belief: series.belief });
