import { DAYS_PER_YEAR } from '../days/day.js';
import {
  casePreset,
  climateOfSamples,
  fitClimate,
  HOUSE_PRESET,
  samplesOf,
  type Climate,
  type ClimateSample,
  type Preset,
} from './climate.js';
import { logChange, type LogChange } from './logChange.js';
import { EVER_BEFORE } from './path.js';
import { AirLog, type DailyAir } from './moisture.js';

/** The air of a room as everything that is worked out takes it. */
export interface RoomAir {
  log: AirLog;
  /** as it holds now */
  climate: Climate;
  /** its years since its log has these ways, the oldest first */
  seasons: readonly Season[];
  /** where its log went over to other ways, and whether nobody has said why; null where it did not */
  change: (LogChange & { open: boolean }) | null;
  /** what the packs of a case hold, percent; null elsewhere */
  packs: number | null;
}

/** From a day on, the year of a place; from ever before on for the first. */
export interface Season {
  from: number;
  climate: Climate;
}

/** A room of which one year holds throughout. */
const steady = (log: AirLog, climate: Climate, packs: number | null): RoomAir => ({
  log,
  climate,
  seasons: [{ from: EVER_BEFORE, climate }],
  change: null,
  packs,
});

/** Where an instrument has no home that is known. */
export const NO_ROOM: RoomAir = steady(new AirLog([]), fitClimate([], 0), null);

/** What is believed of a place before it is logged. */
export const presetOf = (packs: number | null): Preset => (packs === null ? HOUSE_PRESET : casePreset(packs));

/** Why a log went over to other ways, as somebody says who was there. */
export const LOG_ANSWERS = ['room', 'newer', 'older'] as const;
/** `room`: the room itself changed; `newer`, `older`: the sensor did, and its newer or older part is right. */
export type LogAnswer = (typeof LOG_ANSWERS)[number];

export const isLogAnswer = (answer: string): answer is LogAnswer =>
  (LOG_ANSWERS as readonly string[]).includes(answer);

/** An answer to what was asked of a day. */
export interface LogAnswered {
  day: number;
  answer: LogAnswer;
}

/** A change found within so many days of the one that was asked about is the same. */
const SAME_CHANGE_DAYS = 60;
/** A log is put right so often at most. */
const MOST_SENSORS = 8;

/**
 * @param packs what the packs of a case hold, percent; null where the room is none
 * @param answered why its log went over to other ways, as far as somebody said
 */
export function roomAir(
  days: readonly DailyAir[],
  packs: number | null,
  answered: readonly LogAnswered[] = [],
): RoomAir {
  const preset = presetOf(packs);
  let right = [...days];
  for (let sensors = 0; ; sensors++) {
    const log = new AirLog(right);
    const samples = samplesOf(log, preset);
    const change = logChange(samples);
    if (change === null) return steady(log, climateOfSamples(samples, preset), packs);
    const at = dayOfChange(change);
    const answer = answered.find(({ day }) => Math.abs(day - at) <= SAME_CHANGE_DAYS)?.answer ?? null;
    if (answer === null || answer === 'room' || sensors === MOST_SENSORS) {
      const seasons =
        change.kind === 'step' ? stepped(samples, change.day, preset) : running(samples, change, preset);
      return {
        log,
        climate: seasons.at(-1)!.climate,
        seasons,
        change: { ...change, open: answer === null },
        packs,
      };
    }
    right = right.map((air) => ({ ...air, putRight: (air.putRight ?? 0) + offBy(change, answer, air.day) }));
  }
}

/** The day that is asked about: of a step its own, of what runs off the one on which it began. */
export const dayOfChange = (change: LogChange): number => (change.kind === 'step' ? change.day : change.from);

/** What is to be added to a day of a log whose newer or older part is right, %MC. */
function offBy(change: LogChange, right: 'newer' | 'older', day: number): number {
  if (change.kind === 'line')
    return (-change.perYear * (day - (right === 'newer' ? change.to : change.from))) / DAYS_PER_YEAR;
  if (right === 'newer') return day < change.day ? change.by : 0;
  return day < change.day ? 0 : -change.by;
}

/** How far a room's year after a change may be from the one before, %MC: another level, much the same swing. House figures. */
const AFTER_CHANGE_SDS = [2, 0.8, 0.8, 0.3, 0.3];

function stepped(samples: readonly ClimateSample[], day: number, preset: Preset): Season[] {
  const before = climateOfSamples(
    samples.filter((one) => one.day < day),
    preset,
  );
  const { coefficients, spread } = before;
  const since = climateOfSamples(
    samples.filter((one) => one.day >= day),
    { coefficients, spread, sds: AFTER_CHANGE_SDS },
  );
  return [
    { from: EVER_BEFORE, climate: before },
    { from: day, climate: since },
  ];
}

/** A level that runs off is followed in steps of so many days. */
const RUNS_BY_DAYS = 91;

function running(
  samples: readonly ClimateSample[],
  { from, to, perYear, sd }: LogChange & { kind: 'line' },
  preset: Preset,
): Season[] {
  const run = (day: number) => (perYear * (day - to)) / DAYS_PER_YEAR;
  const now = climateOfSamples(
    samples.map((one) => ({ ...one, moisture: one.moisture - run(one.day) })),
    preset,
  );
  const covariance = now.covariance.map((row, i) =>
    row.map((one, j) => (i === 0 && j === 0 ? one + ((sd * (to - from)) / 2 / DAYS_PER_YEAR) ** 2 : one)),
  );
  const count = Math.ceil((to - from) / RUNS_BY_DAYS);
  return Array.from({ length: count }, (_, i): Season => {
    const begins = from + i * RUNS_BY_DAYS;
    const [mean, ...swing] = now.coefficients;
    const level = i === count - 1 ? 0 : run(begins + RUNS_BY_DAYS / 2);
    return {
      from: i === 0 ? EVER_BEFORE : begins,
      climate: { ...now, coefficients: [mean! + level, ...swing], covariance },
    };
  });
}
