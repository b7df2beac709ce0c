import { CORE_MATERIALS, PLAIN_MATERIALS } from './materials.js';
import { STRING_SETS, type StringSet } from './sets.js';
import { massPerLength, usualCore, type StringSpec } from './spec.js';
import { noteFrequency, TUNINGS, type Tuning } from './tunings.js';

/**
 * String pull at pitch, Mersenne's law: `T = 4 μ L² f²`.
 *
 * @param massPerLength μ, kg/m
 * @param length vibrating length, m
 * @param frequency Hz
 * @returns N
 * @throws RangeError where any of the three is not positive
 */
export function stringTension(massPerLength: number, length: number, frequency: number): number {
  if (!(massPerLength > 0 && length > 0 && frequency > 0)) {
    throw new RangeError('mass per length, length and frequency must be positive');
  }
  return 4 * massPerLength * length ** 2 * frequency ** 2;
}

/** A string that bears more of its breaking pull than this is likely to break when it is tuned. House caution. */
export const NEAR_BREAKING = 0.95;

/** One string at its pitch. */
export interface StrungString {
  /** MIDI number of what it sounds */
  note: number;
  /** N */
  pull: number;
  /** pull as a part of that at which it is close to breaking */
  ofBreaking: number;
}

export interface SetTension {
  /** first string first */
  strings: StrungString[];
  /** N */
  total: number;
}

/** The note of every string of a set, first string first; null where the tuning is for another number of strings. */
export function notesOf(
  { strings, paired }: Pick<StringSet, 'strings' | 'paired'>,
  { notes }: Pick<Tuning, 'notes'>,
): number[] | null {
  if (notes.length === strings.length) return [...notes];
  if (!paired || notes.length * 2 !== strings.length) return null;
  return strings.map(({ octave }, i) => notes[Math.floor(i / 2)]! + (octave ? 12 : 0));
}

/**
 * The pull of a whole set at pitch. Where a set is paired, a tuning that names its courses names both strings of each,
 * the octave string an octave above; a tuning that names every string is taken as it is.
 *
 * @param scale vibrating length, m
 * @returns null where the tuning is for another number of strings
 */
export function setTension(
  set: Pick<StringSet, 'strings' | 'paired'>,
  tuning: Pick<Tuning, 'notes'>,
  scale: number,
): SetTension | null {
  const notes = notesOf(set, tuning);
  if (!notes) return null;
  const strings = set.strings.map((string, i): StrungString => {
    const pull = stringTension(massPerLength(string), scale, noteFrequency(notes[i]!));
    return { note: notes[i]!, pull, ofBreaking: pull / bears(string) };
  });
  return { strings, total: strings.reduce((sum, { pull }) => sum + pull, 0) };
}

/** Pull at which a string is close to breaking, N: its core bears it where it is wound. */
function bears(string: StringSpec): number {
  const { breaking } = string.wound ? CORE_MATERIALS[string.coreMaterial] : PLAIN_MATERIALS[string.material];
  const diameter = string.wound
    ? (string.core ?? usualCore(string.gauge, string.coreMaterial))
    : string.gauge;
  return (breaking * Math.PI * diameter ** 2) / 4;
}

/** The two outer strings' own pull, N: of the first, and of the one that sounds lowest. */
export function outerPulls({ strings }: SetTension): { bass: number; treble: number } {
  const lowest = strings.reduce((low, one) => (one.note <= low.note ? one : low));
  return { bass: lowest.pull, treble: strings[0]!.pull };
}

/**
 * The pull that is taken of an instrument of which nobody knows the set: that of the usual one where the tuning fits
 * it, else that of as many strings as the tuning names, each pulling as one of the usual set does at standard pitch.
 *
 * @param scale vibrating length, m
 * @returns N, of all together and of the two outer strings
 */
export function usualPull(
  usual: StringSet,
  tuning: Pick<Tuning, 'notes'>,
  scale: number,
): { total: number; outer: { bass: number; treble: number } } {
  const fitting = setTension(usual, tuning, scale);
  if (fitting) return { total: fitting.total, outer: outerPulls(fitting) };
  const light = setTension(STRING_SETS.light, TUNINGS.standard, scale)!;
  const each = light.total / light.strings.length;
  return { total: each * tuning.notes.length, outer: { bass: each, treble: each } };
}
