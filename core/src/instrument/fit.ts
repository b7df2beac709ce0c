import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { isAirAsked, livedBy, toldOf, type PathOfRooms, type ToldAir } from '../air/index.js';
import {
  actionBelief,
  actionSensitivity,
  attribute,
  calibrate,
  saddleLever,
  unexplained,
  type AttributionOrNot,
  type Calibration,
  type Played,
  type TopConstruction,
  type TopMovement,
  type Unexplained,
} from '../forecast/index.js';
import { dayOf } from '../days/index.js';
import { stringLength } from '../stance/index.js';
import type { SpeciesId } from '../wood/index.js';
import { ACTION_TOLERANCE, actionWanted } from '../targets/index.js';
import { bodyMoved, type BodyMoved } from './body.js';
import type { InstrumentFacts, InstrumentRecord, SolvedTopFacts, StringState } from './facts.js';
import { neckOf } from './geometry.js';
import { storageClimate, type StorageClimate } from './storage.js';
import { playedOf } from './played.js';
import { visitsOf, type StrungVisit } from './visits.js';
import { airLivedIn, latestMoisture, type WoodSource } from './wood.js';

/** One side of the strings, calibrated. */
export interface FittedSide {
  side: StringSide;
  /** every strung reading of its action, those before the present epoch too */
  all: StrungVisit[];
  prior: TopMovement;
  calibration: Calibration;
  attribution: AttributionOrNot;
  /** the last reading against what the earlier ones expect of it; null where nothing is told of it */
  unexplained: Unexplained | null;
  /** lower and upper limit of the wanted action, m */
  window: [number, number];
}

/**
 * What was learned of an instrument from everything that is recorded of it. There is no day in it: it stays true until
 * something is recorded, and what is shown on a day is read off it. Plain values only, so that it can be kept as JSON.
 */
export interface InstrumentFit {
  air: ToldAir;
  /** where it will be kept: season is counted from there */
  kept: StorageClimate;
  top: TopConstruction;
  species: SpeciesId;
  /** saddle height per action at fret 12, of each side */
  lever: Record<StringSide, number>;
  /** day on which something of it was glued last; null where that is not recorded */
  gluedOn: number | null;
  /** how much of the top's shrinking its braces hold back, 0 to 1; null where it has no solved plan */
  restraint: number | null;
  /** those sides whose action was read at pitch */
  sides: FittedSide[];
  /** how each side stands and is played; null where its stance was not measured in full */
  played: Record<StringSide, Played | null>;
  /** what belly and relief account for of what the action did */
  body: BodyMoved[];
  /** examinations that are not compared with readings at pitch */
  leftOut: { date: string; strings: StringState }[];
  /** the wood on the day of the last examination; null where nothing tells it */
  latestMoisture: { day: number; moisture: number } | null;
}

/** @param path of the rooms that the instrument lay in */
export function fitInstrument(record: InstrumentRecord, path: PathOfRooms): InstrumentFit {
  const { instrument, examinations, top: solved } = record;
  const air = airLivedIn(examinations, instrument.topSpecies, path);
  const top = topOf(instrument, solved, record.inUse);
  const source: WoodSource = { species: instrument.topSpecies, air };
  const prior = actionSensitivity(top, record.ofKind);
  const sides = STRING_SIDES.flatMap((side): FittedSide[] => {
    const all = visitsOf(record, 'action12', side, source, solved?.breathes);
    if (all.length === 0) return [];
    const tried = {
      visits: all,
      options: { climate: air.climate, belief: actionBelief(prior), airSure: !isAirAsked(air) },
    };
    const calibration = calibrate(all, tried.options);
    const target = actionTarget(instrument, side);
    return [
      {
        side,
        all,
        prior,
        calibration,
        attribution: attribute(calibration, tried),
        unexplained: unexplained(calibration, tried),
        window: [target - ACTION_TOLERANCE, target + ACTION_TOLERANCE],
      },
    ];
  });
  const lever = (side: StringSide) => saddleLever(stringLength(neckOf(instrument, side)), instrument.scale);
  const play = (side: StringSide) => playedOf(record, side, { source, top });
  return {
    air: toldOf(air),
    kept: storageClimate(record.kept),
    top,
    species: instrument.topSpecies,
    lever: { bass: lever('bass'), treble: lever('treble') },
    gluedOn: lastGlued(record.interventions),
    restraint: (top.kind === 'flat' && solved?.restraint) || null,
    sides,
    played: { bass: play('bass'), treble: play('treble') },
    body: sides.map((side) => bodyMoved(record, side)),
    leftOut: examinations
      .filter(({ strings }) => strings !== 'pitch')
      .map(({ date, strings }) => ({ date, strings })),
    latestMoisture: latestMoisture(examinations, source),
  };
}

function lastGlued(interventions: InstrumentRecord['interventions']): number | null {
  const last = interventions.findLast(({ kinds }) => kinds.includes('structure'));
  return last ? dayOf(last.date) : null;
}

/** Wanted action at fret 12, m: the instrument's own, else that of its strings, its type and the playing style. */
export function actionTarget(instrument: InstrumentFacts, side: StringSide): number {
  const own = side === 'bass' ? instrument.targetBass : instrument.targetTreble;
  return own ?? actionWanted(instrument, instrument.playingStyle)[side];
}

/** A common archtop where the owner's has not been measured, m. House default. */
export const COMMON_ARCH = { length: 0.51, width: 0.42, height: 0.017 };

/** What is believed of the top before it is measured. */
export function topOf(
  instrument: InstrumentFacts,
  solved: SolvedTopFacts | null,
  inUse?: number,
): TopConstruction {
  const { laminatedTop: laminated, topSpecies: species } = instrument;
  if (instrument.type === 'flat-top')
    return { kind: 'flat', laminated, solvedRise: solved?.rise ?? undefined, inUse };
  return {
    kind: 'archtop',
    laminated,
    arch: {
      species,
      length: instrument.bodyLength ?? COMMON_ARCH.length,
      width: instrument.bodyWidth ?? COMMON_ARCH.width,
      height: instrument.archHeight ?? COMMON_ARCH.height,
    },
  };
}

/** What the wood of a fitted instrument's days is known from. */
export const woodSourceOf = (
  { instrument }: Pick<InstrumentRecord, 'instrument'>,
  { air }: Pick<InstrumentFit, 'air'>,
  path: PathOfRooms,
): WoodSource => ({ species: instrument.topSpecies, air: livedBy(path, air) });
