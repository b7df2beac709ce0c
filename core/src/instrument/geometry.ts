import type { StringSide } from '../strings/index.js';
import {
  readingOn,
  realChange,
  REAL_AT,
  sideMeasured,
  type Change,
  type ReadingValue,
} from '../readings/index.js';
import {
  COMPENSATION,
  fretPosition,
  stanceOf,
  stringLength,
  type NeckGeometry,
  type Stance,
} from '../stance/index.js';
import type { ExaminationFacts, InstrumentFacts } from './facts.js';

/** The neck under one outer string, m, with its usual compensation. */
export function neckOf(
  { scale, bodyJoin }: Pick<InstrumentFacts, 'scale' | 'bodyJoin'>,
  side: StringSide,
): NeckGeometry {
  return { scale, compensation: COMPENSATION[side], bodyJoin };
}

/** The stance of one side at an examination; null where it was not strung or not all of it was read. */
export function stanceAt(
  examination: ExaminationFacts,
  instrument: Pick<InstrumentFacts, 'scale' | 'bodyJoin'>,
  side: StringSide,
): Stance | null {
  const { measured } = sideMeasured(examination.readings, side);
  if (!measured || examination.strings !== 'pitch') return null;
  return stanceOf(
    neckOf(instrument, side),
    {
      firstFretGap: measured.firstFretGap.value,
      relief: measured.relief.value,
      straightedge: measured.straightedge.value,
      saddleShowing: measured.saddleShowing.value,
    },
    { reliefFrets: examination.reliefFrets },
  );
}

/** The readings of one side that say how its two ends are set. */
export interface EndReadings {
  saddleShowing?: ReadingValue;
  wheelHeight?: ReadingValue;
  firstFretGap?: ReadingValue;
}

/** What was read of the two ends of one side's string; what was not read is left out. */
export function endReadings(readings: readonly ReadingValue[], side: StringSide): EndReadings {
  const on = (quantity: keyof EndReadings) => readingOn(readings, quantity, side);
  return {
    saddleShowing: on('saddleShowing'),
    wheelHeight: on('wheelHeight'),
    firstFretGap: on('firstFretGap'),
  };
}

/** What feels the ends of the strings by geometry. */
export type LeverFelt = 'action12' | 'firstFretGap';

/** What an end of the strings was moved by between two examinations, and what that does to a reading; m. */
export interface LeverMoved {
  end: 'saddle' | 'nut';
  /** change of the reading that shows it */
  moved: number;
  /** what the reading that is asked about changed by through it, with its error */
  effect: { value: number; sd: number };
}

/**
 * What moves the strings by geometry and was read on both days. The action at fret 12 feels `x₁₂/X` of what the saddle
 * shows more, and `1 − x₁₂/X` of what the slots of the nut rise, where the first-fret gap tells more than the saddle
 * explains; the first-fret gap itself feels `x₁/X` of the saddle. Only changes are told that are surely more than the
 * tools miss and that the action feels; a step of one division is none.
 *
 * @param earlier, later the ends as read last before, and now
 */
export function leversMoved(
  earlier: EndReadings,
  later: EndReadings,
  neck: NeckGeometry,
  quantity: LeverFelt,
): LeverMoved[] {
  const X = stringLength(neck);
  const [first, twelfth] = [1, 12].map((fret) => fretPosition(neck.scale, fret) / X) as [number, number];
  const saddle = saddleMoved(earlier, later);
  const felt = quantity === 'action12' ? twelfth : first;
  const found: LeverMoved[] = saddle ? [{ end: 'saddle', ...leverOf(saddle, felt) }] : [];
  const [was, is] = [earlier.firstFretGap, later.firstFretGap];
  if (!was || !is || quantity === 'firstFretGap') return found;
  const nut = realChange(was, { ...is, value: is.value - first * (saddle?.change ?? 0) });
  if (isMoved(nut, (1 - twelfth) / (1 - first)))
    found.push({ end: 'nut', ...leverOf(nut, (1 - twelfth) / (1 - first)) });
  return found;
}

/** What the saddle was moved by; on an archtop its crown over the base tells what the wheels were turned by. */
function saddleMoved(earlier: EndReadings, later: EndReadings): Change | null {
  for (const quantity of ['saddleShowing', 'wheelHeight'] as const) {
    const [was, is] = [earlier[quantity], later[quantity]];
    if (!was || !is) continue;
    const change = realChange(was, is);
    return isMoved(change, SADDLE_AT_12) ? change : null;
  }
  return null;
}

/** What a saddle does at fret 12, of what it is moved by: the trade’s half. */
const SADDLE_AT_12 = 0.5;
/**
 * An end is called moved where its reading changed by more than this many of its errors: over the years many pairs are
 * compared, and one in twenty would be called moved by chance. House figure, one in a thousand.
 */
const SURELY = 3.3;
/** And where the action at fret 12 feels it, m: less than a rule reads. House figure. */
const FELT = 0.08e-3;

const isMoved = ({ change, limit, real }: Change, at12: number): boolean =>
  real && Math.abs(change) > (SURELY / REAL_AT) * limit && Math.abs(at12 * change) >= FELT;

/** A change as it is felt through a lever, with the error of both readings. */
const leverOf = ({ change, limit }: Change, lever: number): Pick<LeverMoved, 'moved' | 'effect'> => ({
  moved: change,
  effect: { value: lever * change, sd: (lever * limit) / REAL_AT },
});
