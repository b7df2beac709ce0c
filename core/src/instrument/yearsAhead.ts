import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import {
  actionBelief,
  attribute,
  beliefAhead,
  calibrate,
  endOf,
  whenReached,
  type Calibration,
  type Reached,
  type Judged,
  type SideReserve,
} from '../forecast/index.js';
import { reachOf, type RunsInto } from '../body-plan/index.js';
import { readingOn } from '../readings/index.js';
import { SADDLE_STOP, saddleShowingWanted, WHEEL_TRAVEL } from '../targets/index.js';
import type { ExaminationFacts, InstrumentRecord } from './facts.js';
import { actionTarget, type FittedSide, type InstrumentFit } from './fit.js';
import { calibrateSeries, crackLengths } from './series.js';
import type { WoodSource } from './wood.js';

/** What comes to its end one day if things go on as they do. */
export type Ending =
  /** the saddle shows no more than it must, the action kept on its target by trimming it */
  | { of: 'saddle'; side: StringSide; floor: number; verdict: SideReserve['verdict'] | null }
  /** the action is too high even on the lowest saddle that may be */
  | { of: 'action'; side: StringSide; limit: number }
  /** the thumb wheels have no more way down but what has to stay */
  | { of: 'wheels'; side: StringSide; stays: number; verdict: SideReserve['verdict'] | null }
  /** a crack runs into something */
  | { of: 'crack'; mark: string; name: string; into: RunsInto };

/** When, and by which series it is told. */
export interface YearsAhead {
  ending: Ending;
  reached: Reached;
  /** key of the series, how many readings it stands on, and what it does a year, SI */
  series: { key: string; readings: number; perYear: Uncertain };
}

/** When saddle, action, wheels and cracks come to their end at today's creep; soonest first. */
export function yearsAhead(
  record: InstrumentRecord,
  fit: InstrumentFit,
  source: WoodSource,
  day: number,
  judged: Judged = {},
): YearsAhead[] {
  const sides = fit.sides.flatMap((side) =>
    ofSide(record, fit, side, day, judged[side.side]?.reserve ?? null),
  );
  const cracks = record.marks.flatMap((mark): Ahead[] => {
    const reach =
      record.plan && mark.kind === 'crack' ? reachOf(mark.sightings.at(-1)?.path ?? [], record.plan) : null;
    const series = crackLengths(mark, record, source);
    if (!reach || !series || mark.sightings.at(-1)?.state === 'repaired') return [];
    const calibration = calibrateSeries(series, fit);
    const limit = series.visits.at(-1)!.value + reach.distance;
    return [
      {
        ending: { of: 'crack', mark: mark.id, name: mark.name, into: reach.into },
        reached: whenReached(calibration, { limit, rising: true, from: day, moisture: fit.kept.moisture }),
        series: about(series.key, calibration),
        told: isTold(calibration),
      },
    ];
  });
  return [...sides, ...cracks]
    .filter(({ told, ...one }) => told || endOf(one.reached, verdictOf(one.ending), day).kind === 'already')
    .map(({ told: _told, ...one }) => one)
    .sort((a, b) => soon(a) - soon(b));
}

/** What is worked out of an end before it is asked whether it can be told at all. */
interface Ahead extends YearsAhead {
  /** how it creeps is known: nothing is carried on for years that may be no creep */
  told: boolean;
}

const isTold = (calibration: Calibration): boolean => {
  const told = attribute(calibration);
  return told.known && told.creep !== 'cannot tell';
};

const verdictOf = (ending: Ending): SideReserve['verdict'] | null =>
  'verdict' in ending ? ending.verdict : null;

const soon = ({ reached: { middle, from } }: YearsAhead): number => middle ?? from ?? Infinity;

const about = (key: string, { visits, age }: Calibration): YearsAhead['series'] => ({
  key,
  readings: visits.length,
  perYear: age,
});

function ofSide(
  { instrument, examinations }: InstrumentRecord,
  { air, kept, lever: levers }: InstrumentFit,
  { side, all, prior, calibration, window }: FittedSide,
  day: number,
  reserve: SideReserve | null,
): Ahead[] {
  const lever = levers[side];
  const ahead = calibrate(all, { climate: air.climate, belief: beliefAhead(actionBelief(prior)) });
  const told = isTold(calibration);
  const at = (ending: Ending, limit: number): Ahead => ({
    ending,
    reached: whenReached(ahead, { limit, rising: true, from: day, moisture: kept.moisture }),
    series: about(`action12.${side}`, calibration),
    told,
  });
  // what relief and nut take is not the saddle's to take
  const target = actionTarget(instrument, side) + (reserve?.taken ?? 0);
  const verdict = reserve?.verdict ?? null;
  if (instrument.type === 'archtop') {
    const travel = lastRead(examinations, 'wheelHeight', side);
    const stays = WHEEL_TRAVEL.from;
    return travel === null
      ? []
      : [at({ of: 'wheels', side, stays, verdict }, target + (travel - stays) / lever)];
  }
  const showing = lastRead(examinations, 'saddleShowing', side);
  if (showing === null) return [];
  const floor = saddleShowingWanted(instrument.stringKind).least;
  return [
    at({ of: 'saddle', side, floor, verdict }, target + (showing - floor) / lever),
    at({ of: 'action', side, limit: window[1] }, window[1] + (showing - SADDLE_STOP) / lever),
  ];
}

function lastRead(
  examinations: readonly ExaminationFacts[],
  quantity: 'wheelHeight' | 'saddleShowing',
  side: StringSide,
): number | null {
  for (const { readings } of [...examinations].reverse()) {
    const reading = readingOn(readings, quantity, side);
    if (reading) return reading.value;
  }
  return null;
}
