import { mm } from '../units/index.js';
import { METRES_PER } from '../units/length.js';
import type { StringKind } from '../strings/spec.js';

/** How the owner plays; decides how high the strings may and must stand. */
export const PLAYING_STYLES = ['gentle', 'medium', 'hard', 'slide', 'flamenco'] as const;
export type PlayingStyle = (typeof PLAYING_STYLES)[number];

const sixtyFourths = (n: number) => n * METRES_PER['64ths'];
const thousandths = (n: number) => n * METRES_PER.thou;

/** Of the two outer strings, m. */
export interface Outer {
  bass: number;
  treble: number;
}

/** What a measure is wanted at, and between which limits it stands well, m. */
export interface Wanted {
  target: number;
  from: number;
  to: number;
}

/** Of an instrument, what its targets go by. */
export interface TargetsOf {
  type: 'flat-top' | 'archtop';
  stringKind: StringKind;
  /** two strings a course */
  pairedStrings: boolean;
}

/** An instrument that is set up as one; nylon strings come before all else, pairs before the type. */
export type SetUpAs = 'steel' | 'twelve-string' | 'archtop' | 'nylon';
/** Which figures an instrument is set up by. */
export const setUpAs = ({ type, stringKind, pairedStrings }: TargetsOf): SetUpAs =>
  stringKind === 'nylon'
    ? 'nylon'
    : pairedStrings
      ? 'twelve-string'
      : type === 'archtop'
        ? 'archtop'
        : 'steel';

const SLIDE: Outer = { bass: sixtyFourths(10), treble: sixtyFourths(9) };

/**
 * Action at fret 12 by playing style, m.
 *
 * Steel: medium is the factory-like 7/64 and 5/64, gentle one step lower, hard 7/64 with the treble at 6/64. Archtop
 * 4–6/64 and 3–5/64, twelve-string 5–7/64 and 4–5/64, nylon 3.5–4.2 and 2.7–3.2 mm: the lowest for gentle, the highest
 * for hard hands, the middle between. Flamenco stands 0.85 mm under the middle (0.7 to 1 mm). Common practice without a
 * published source. Slide, and flamenco on other strings than nylon (as gentle): house default.
 */
const ACTION: Record<SetUpAs, Record<PlayingStyle, Outer>> = {
  steel: {
    gentle: { bass: sixtyFourths(6), treble: sixtyFourths(4) },
    medium: { bass: sixtyFourths(7), treble: sixtyFourths(5) },
    hard: { bass: sixtyFourths(7), treble: sixtyFourths(6) },
    slide: SLIDE,
    flamenco: { bass: sixtyFourths(6), treble: sixtyFourths(4) },
  },
  'twelve-string': {
    gentle: { bass: sixtyFourths(5), treble: sixtyFourths(4) },
    medium: { bass: sixtyFourths(6), treble: sixtyFourths(4.5) },
    hard: { bass: sixtyFourths(7), treble: sixtyFourths(5) },
    slide: SLIDE,
    flamenco: { bass: sixtyFourths(5), treble: sixtyFourths(4) },
  },
  archtop: {
    gentle: { bass: sixtyFourths(4), treble: sixtyFourths(3) },
    medium: { bass: sixtyFourths(5), treble: sixtyFourths(4) },
    hard: { bass: sixtyFourths(6), treble: sixtyFourths(5) },
    slide: SLIDE,
    flamenco: { bass: sixtyFourths(4), treble: sixtyFourths(3) },
  },
  nylon: {
    gentle: { bass: 3.5 * mm, treble: 2.7 * mm },
    medium: { bass: 3.85 * mm, treble: 2.95 * mm },
    hard: { bass: 4.2 * mm, treble: 3.2 * mm },
    slide: { bass: 5 * mm, treble: 4.5 * mm },
    flamenco: { bass: 3 * mm, treble: 2.1 * mm },
  },
};

/** Wanted action at fret 12, m. */
export const actionWanted = (of: TargetsOf, style: PlayingStyle): Outer => ACTION[setUpAs(of)][style];

/** The action is wanted within one 64th of the target. House default. */
export const ACTION_TOLERANCE = sixtyFourths(1);

/**
 * First-fret gap. Steel: 0.018–0.020 in, the middle is the target, the ends the window. Nylon: 0.7–0.9 mm bass,
 * 0.5–0.7 mm treble, and the nut is not cut below the upper end. Common practice.
 */
const FIRST_FRET_GAP: Record<StringKind, { bass: Wanted; treble: Wanted }> = {
  steel: {
    bass: { target: thousandths(19), from: thousandths(18), to: thousandths(20) },
    treble: { target: thousandths(19), from: thousandths(18), to: thousandths(20) },
  },
  nylon: {
    bass: { target: 0.9 * mm, from: 0.7 * mm, to: 0.9 * mm },
    treble: { target: 0.7 * mm, from: 0.5 * mm, to: 0.7 * mm },
  },
};

/** First-fret gap that is wanted under the outer strings, m. */
export const firstFretGapWanted = (kind: StringKind): { bass: Wanted; treble: Wanted } =>
  FIRST_FRET_GAP[kind];

/** How much relief the schools want. */
export const RELIEF_SCHOOL_IDS = ['none', 'nearly-straight', 'moderate', 'relaxed'] as const;
export type ReliefSchool = (typeof RELIEF_SCHOOL_IDS)[number];

/**
 * Relief between fret 1 and the body join that each school wants, m. Common practice; nylon 0.1–0.4 mm, shared out
 * among the schools by the house.
 */
export const RELIEF_SCHOOLS: Record<ReliefSchool, { name: string; relief: Record<StringKind, number> }> = {
  none: { name: 'none', relief: { steel: 0, nylon: 0 } },
  'nearly-straight': { name: 'nearly straight', relief: { steel: thousandths(5), nylon: 0.1 * mm } },
  moderate: { name: 'moderate', relief: { steel: thousandths(8), nylon: 0.25 * mm } },
  relaxed: { name: 'relaxed', relief: { steel: thousandths(12), nylon: 0.4 * mm } },
};

/**
 * Saddle showing, m. Steel: at least 1/8 in must be left, up to 1/4 in stands well. Nylon: 2 to 5 mm. Common practice.
 */
const SADDLE_SHOWING: Record<StringKind, { least: number; most: number }> = {
  steel: { least: sixtyFourths(8), most: sixtyFourths(16) },
  nylon: { least: 2 * mm, most: 5 * mm },
};

/** How much of the saddle must show, and how much stands well, m. */
export const saddleShowingWanted = (kind: StringKind): { least: number; most: number } =>
  SADDLE_SHOWING[kind];

/** Nobody trims a saddle below this, m: the string loses its bend. House caution for steel, common practice for nylon. */
export const SADDLE_STOP = 2 * mm;

/** Strings that bend less behind the saddle lose their tone, and less than that is a hard stop, rad. House caution, from memory. */
export const BREAK_ANGLE = { wellFrom: (12 * Math.PI) / 180, stop: (10 * Math.PI) / 180 };
/** A tied or a paired set that bends less is asked about, rad: the trade has no figure for them. House figure. */
export const BREAK_ANGLE_ASKED = (5 * Math.PI) / 180;

/** Height of a saddle at which its strings would bend by the stop, m: the tangent of the angle goes with the height. */
export const heightAtBreakStop = (showing: number, angle: number): number =>
  angle > 0 ? (showing * Math.tan(BREAK_ANGLE.stop)) / Math.tan(angle) : 0;

/** A bridge thinner than this in its middle was planed, m. House caution, from memory. */
export const THINNED_BRIDGE = 6 * mm;
/** Fret crowns of this height can still be levelled, m. House caution. */
export const LEVELS_FROM = 0.6 * mm;
/** A bow beyond this is pressed, with a rod or without, m: about 0.6 mm, common practice. */
export const BOW_TO_PRESS = 0.6 * mm;

/** Travel that thumb wheels stand well between, m: something to go down, and half of the post left in the base. House figures. */
export const WHEEL_TRAVEL = { from: 0.5 * mm, to: 9 * mm, middle: 4 * mm };

/** Lean of the bridge beyond which a fold is suspected; some lean is normal. House default. */
export const TILT_LIMIT = (1.5 * Math.PI) / 180;

/** Room humidity that is tolerable, and wood moisture at it, percent. Common practice. */
export const HUMIDITY_WINDOW = { from: 40, to: 55, wanted: 45 };
