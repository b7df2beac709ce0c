import { METRES_PER } from '../units/length.js';

/** How the owner plays; decides how high the strings may and must stand. */
export const PLAYING_STYLES = ['gentle', 'medium', 'hard', 'slide'] as const;
export type PlayingStyle = (typeof PLAYING_STYLES)[number];

const sixtyFourths = (n: number) => n * METRES_PER['64ths'];
const thousandths = (n: number) => n * METRES_PER.thou;

/**
 * Action at fret 12 by playing style, m. Medium is the factory-like 7/64 and 5/64, gentle one step lower, hard
 * 7/64 with the treble at 6/64: common practice without a published source. Slide: house default.
 */
export const ACTION_TARGETS: Record<PlayingStyle, { bass: number; treble: number }> = {
  gentle: { bass: sixtyFourths(6), treble: sixtyFourths(4) },
  medium: { bass: sixtyFourths(7), treble: sixtyFourths(5) },
  hard: { bass: sixtyFourths(7), treble: sixtyFourths(6) },
  slide: { bass: sixtyFourths(10), treble: sixtyFourths(9) },
};

/** The action is wanted within one 64th of the target. House default. */
export const ACTION_TOLERANCE = sixtyFourths(1);

/** First-fret gap 0.018–0.020 in: the middle is the target, the ends the window. Common practice. */
export const FIRST_FRET_GAP = { target: thousandths(19), from: thousandths(18), to: thousandths(20) };

/** How much relief the schools want. */
export const RELIEF_SCHOOL_IDS = ['none', 'nearly-straight', 'moderate', 'relaxed'] as const;
export type ReliefSchool = (typeof RELIEF_SCHOOL_IDS)[number];

/** Relief between fret 1 and the body join that each school wants, m. Common practice. */
export const RELIEF_SCHOOLS: Record<ReliefSchool, { name: string; relief: number }> = {
  none: { name: 'none', relief: 0 },
  'nearly-straight': { name: 'nearly straight', relief: thousandths(5) },
  moderate: { name: 'moderate', relief: thousandths(8) },
  relaxed: { name: 'relaxed', relief: thousandths(12) },
};

/** Straightedge target at pitch, neck straight: just above the bridge top. House choice among the schools. */
export const STRAIGHTEDGE_TARGET = 0.5e-3;

/** Saddle showing: at least 1/8 in must be left, up to 1/4 in stands well. Common practice. */
export const SADDLE_SHOWING = { least: sixtyFourths(8), most: sixtyFourths(16) };

/** Lean of the bridge beyond which a fold is suspected; some lean is normal. House default. */
export const TILT_LIMIT = (1.5 * Math.PI) / 180;

/** Room humidity that is tolerable, and wood moisture at it, percent. Common practice. */
export const HUMIDITY_WINDOW = { from: 40, to: 55, wanted: 45 };
