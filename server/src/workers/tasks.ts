import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { woodThrough as throughWood, type PathOfRooms, type WoodThrough } from '@upright-elder/core/air';
import {
  checksOf,
  expectReadings,
  neededForVerification,
  forecastOf,
  otherForecast,
  shownToday,
  judgeInstrument,
  groundToday,
  learn,
  planningOf,
  standOn,
  urgencyOf,
  woodSourceOf,
  yearsAhead,
  type ChosenPlan,
  type PlanningInput,
  type ExpectedReadings,
  type ForecastCheck,
  type InstrumentForecast,
  type InstrumentRecord,
  type ReadingConditions,
  type SeriesForecast,
  type InstrumentJudgement,
  type Learned,
  type ShownForecast,
  type Taught,
  type StrungTopFacts,
  type TopQuestion,
  type Urgency,
} from '@upright-elder/core/instrument';
import { causePredicted, type PredictedCause } from '@upright-elder/core/predictions';
import {
  NO_MONEY,
  repairPlansOf,
  worthOf,
  type LearnedEffects,
  type PlanKind,
  type Worth,
} from '@upright-elder/core/repair-plans';
import { judgedOf } from '@upright-elder/core/diagnosis';
import type { QuantityId } from '@upright-elder/core/readings';
import { firstQuestion, firstSentence, type Sentence } from '@upright-elder/core/wording';
import { IN_USE } from '@upright-elder/core/forecast';
import {
  betterOf,
  calendarOf,
  ifPromised,
  type Calendar,
  type CalendarAsked,
  type IfPromised,
  type Way,
} from '@upright-elder/core/schedule';
import type { WayKey } from '@upright-elder/core/tree';
import { choicesOf, chosenOf, type ChoicesAsked } from './season.js';
import { fitBelly, SolvedTop, STRUNG_SD, topSpec } from '@upright-elder/core/top';
import type { HeightUnit } from '@upright-elder/core/units';
import {
  plansForPaper,
  setPapers as setOnPaper,
  setSeason as setSeasonOnPaper,
  wayToday as wayOnPaper,
  type PapersToSet,
  type PlansAsked,
  type PlansForPaper,
  type WayAsked,
} from './papers.js';
import { pathOf, roomOf, type PackedPath, type PackedRoom } from './packed-air.js';

// what runs in the threads beside; every export is one task

/** A fit as it is kept. */
export type PackedFit = Uint8Array;
const unpacked = (fit: PackedFit): Learned => JSON.parse(inflateRawSync(fit).toString('utf8')) as Learned;
const packed = (fit: Learned): PackedFit => deflateRawSync(JSON.stringify(fit), { level: 3 });

/** What is read off a fit for a day. */
export interface ReadOff {
  first: Record<HeightUnit, Sentence> | null;
  /** what to find out first */
  ask: { ask: string; minutes: number } | null;
  /** what of it cannot wait; when something ends is known where everything recorded was read */
  urgency: Omit<Urgency, 'ends'> & { ends?: Urgency['ends'] };
  /** what is shown of the action that day, as far as a reading may be held against it */
  shown: ShownForecast[];
  /** what was kept before, and nothing will be held against any more */
  gone: Pick<ShownForecast, 'key' | 'basis' | 'shownOn'>[];
}

export interface WorkedOut extends ReadOff {
  day: number;
  fit: PackedFit;
  checks: ForecastCheck[];
  taught: Taught;
}

/** Fits an instrument, holds what was shown of it against what came, and reads the day off. */
export function workOut(input: {
  record: InstrumentRecord;
  path: PackedPath;
  day: number;
  shown: ShownForecast[];
}): WorkedOut {
  const { record, day, shown } = input;
  const path = pathOf(input.path);
  const fit = learn(record, path);
  return {
    day,
    fit: packed(fit),
    taught: fit.taught,
    checks: checksOf(record, fit, path, shown),
    ...dayOff(fit, path, day, { shown, record }),
  };
}

/** Reads a new day off a fit that is kept. */
export function readOff({
  fit,
  path,
  day,
  shown,
  record,
}: {
  fit: PackedFit;
  path: PackedPath;
  day: number;
  shown: ShownForecast[];
  record?: InstrumentRecord;
}): ReadOff {
  return dayOff(unpacked(fit), pathOf(path), day, { shown, record });
}

function dayOff(
  fit: Learned,
  path: PathOfRooms,
  day: number,
  { shown: known, record }: { shown: ShownForecast[]; record?: InstrumentRecord | undefined },
): ReadOff {
  const today = standOn(fit, path, day);
  const ground = groundToday(fit.evidence, today);
  const ahead = record
    ? yearsAhead(record, fit, woodSourceOf(record, fit, path), day, judgedOf(ground.diagnosis))
    : null;
  const { ends, ...urgency } = urgencyOf(ground.diagnosis, today, ahead ?? []);
  const now = shownToday(fit, today);
  const same = (one: ShownForecast) => (other: ShownForecast) =>
    one.key === other.key && one.basis === other.basis && one.shownOn === other.shownOn;
  const needed = new Set(
    neededForVerification([...known.filter((one) => !now.some(same(one))), ...now], fit),
  );
  return {
    // diagnosed once: its sentences in every unit, and what is asked first
    first: firstSentence(ground.diagnosis, fit, today),
    ask: firstQuestion(ground),
    urgency: ahead ? { ...urgency, ends } : urgency,
    shown: now.filter((one) => needed.has(one)),
    gone: known
      .filter((one) => !needed.has(one) && !now.some(same(one)))
      .map(({ key, basis, shownOn }) => ({ key, basis, shownOn })),
  };
}

/** What a page is worked out from. */
export interface Asked {
  record: InstrumentRecord;
  fit: PackedFit;
  path: PackedPath;
  day: number;
}

/** The forecast of a day, with what is the matter on that day. */
export const forecast = ({ record, fit, path, day }: Asked): InstrumentForecast =>
  forecastOf(record, unpacked(fit), pathOf(path), day);

/** One of the other series; null where there is none of that key. */
export function series({ record, fit, path, day, key }: Asked & { key: string }): SeriesForecast | null {
  return otherForecast(record, unpacked(fit), pathOf(path), day, key);
}

/** What everything recorded leads to, as it stands on the day. */
export function judgement({
  fit,
  path,
  day,
  chosen = null,
  effects,
}: Omit<Asked, 'record'> & {
  chosen?: ChosenPlan | null;
  effects?: LearnedEffects;
}): InstrumentJudgement & { worth: Worth[] } {
  const learned = unpacked(fit);
  const today = standOn(learned, pathOf(path), day);
  const ground = groundToday(learned.evidence, today, effects);
  return { ...judgeInstrument(ground, { chosen }), worth: worthOf(ground) };
}

/** What the program predicts, in a person's own words: the cause, and what it aims at. */
export function predicted({ fit, path, day }: Omit<Asked, 'record'>): {
  cause: PredictedCause;
  plan: PlanKind;
} {
  const learned = unpacked(fit);
  const ground = groundToday(learned.evidence, standOn(learned, pathOf(path), day));
  const plans = repairPlansOf(ground, NO_MONEY);
  return { cause: causePredicted(ground.diagnosis), plan: plans[1]?.kinds[0] ?? 'leave it' };
}

/** What plans are made of, on a day. */
export function planning({ fit, path, day }: Omit<Asked, 'record'>): PlanningInput {
  return planningOf(unpacked(fit), pathOf(path), day);
}

export function expectations({
  record,
  fit,
  path,
  conditions,
  toolSds,
}: Omit<Asked, 'day'> & {
  conditions: Omit<ReadingConditions, 'toolSd'>;
  toolSds: Partial<Record<QuantityId, number>>;
}): ExpectedReadings {
  const toolSd = (quantity: QuantityId) => toolSds[quantity] ?? 0;
  return expectReadings(record, unpacked(fit), pathOf(path), { ...conditions, toolSd });
}

/** So many days of a room's wood are drawn. */
const WOOD_DAYS = 1100;

export function woodThrough({ room }: { room: PackedRoom }): WoodThrough {
  return throughWood(roomOf(room), WOOD_DAYS);
}

/** What the plate model finds of a plan, or why it cannot. */
export type TopFinding =
  | { rise: number; restraint: number; breathes: Record<string, number>; strung: StrungTopFacts }
  | { refusal: string };

export function solveTop({
  plan,
  species,
  thickness,
  domeRadius,
  pull,
  loose,
  belly,
  interventions,
}: TopQuestion): TopFinding {
  try {
    const recorded = [...loose, ...interventions.flatMap(({ before, after }) => [...before, ...after])];
    const spec = topSpec(plan, {
      species,
      laminated: false,
      thickness: thickness ?? undefined,
      domeRadius: domeRadius ?? undefined,
    });
    const top = new SolvedTop(spec, { recorded });
    // what is loose swings free or presses as the strings have it: half of what the damper and the drier do
    const riseOf = (loose: (typeof recorded)[number][]) => {
      const [damper, drier] = top.states(loose, [
        { pull, moisture: 1, felt: 0 },
        { pull, moisture: -1, felt: 0 },
      ]);
      return (damper!.saddle.rise - drier!.saddle.rise) / 2;
    };
    const glued = top.state([], { pull, moisture: 0 });
    return {
      rise: riseOf([]),
      restraint: top.restraint(),
      breathes: Object.fromEntries(
        interventions.map(({ id, before, after }) => [id, riseOf(after) / riseOf(before)]),
      ),
      strung: {
        rise: glued.saddle.rise,
        turn: glued.saddle.turn,
        belly: belly && fitOf(top, loose, belly, { pull, thickness }),
      },
    };
  } catch (error) {
    return { refusal: error instanceof Error ? error.message : 'it could not be solved' };
  }
}

/** The last belly profile against the glued, unset top. */
function fitOf(
  top: SolvedTop,
  loose: TopQuestion['loose'],
  { stations, moisture, date }: NonNullable<TopQuestion['belly']>,
  { pull, thickness }: Pick<TopQuestion, 'pull' | 'thickness'>,
): StrungTopFacts['belly'] {
  try {
    const { verdict, foldIndex, lookInside } = fitBelly(
      top,
      loose,
      stations.map(({ x, y, height, sd }) => ({ point: [x, y], height, sd })),
      {
        pull,
        moisture: { value: moisture.value, sd: moisture.sd },
        inUse: IN_USE,
        strungSd: thickness === null ? STRUNG_SD.notMeasured : STRUNG_SD.measured,
      },
    );
    return { verdict, foldIndex, lookInside, date };
  } catch {
    // a station on no wood says nothing of the belly
    return null;
  }
}

/** Plans of an instrument as they stand on paper: in words, with what each may come to. */
export const plansOnPaper = (input: PlansAsked): PlansForPaper => plansForPaper(input);

/** Papers of a record as one PDF. */
export const setPapers = (input: PapersToSet): Promise<Uint8Array> => setOnPaper(input);

/** A season’s plan as a PDF. */
export const setSeason = (input: Parameters<typeof setSeasonOnPaper>[0]): Promise<Uint8Array> =>
  setSeasonOnPaper(input);

/** The way on by which what was said is held against what came. */
export const wayToday = (input: WayAsked): WayKey => wayOnPaper(input);

/** What a season may do at an instrument, and what a round looks at. */
export const choicesFor = (asked: ChoicesAsked) => choicesOf(asked);

/** Which plan of which instrument, and which of these choices are sure. */
export const chosenFor = (asked: Parameters<typeof chosenOf>[0]) => chosenOf(asked);

/** So long a better plan is sought while somebody waits, ms. */
const SEEK_MS = 700;

/** The weeks ahead of a shop. */
export function planCalendar(asked: CalendarAsked): Calendar {
  const until = performance.now() + SEEK_MS;
  return calendarOf(asked, () => performance.now() > until);
}

/** So long a better plan is sought while somebody looks at the calendar, ms. */
const BETTER_MS = 6000;

/** A better plan than the one that is shown; null where none is found. */
export function betterCalendar(asked: CalendarAsked): Way | null {
  const until = performance.now() + BETTER_MS;
  return betterOf(asked, () => performance.now() > until);
}

/** What it comes to if a job is promised for a day. */
export function ifPromisedFor({
  asked,
  job,
  day,
}: {
  asked: CalendarAsked;
  job: string;
  day: string;
}): IfPromised | null {
  const until = performance.now() + SEEK_MS;
  return ifPromised(asked, job, day, () => performance.now() > until);
}
