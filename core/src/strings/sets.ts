import { METRES_PER_INCH } from '../units/length.js';
import { NYLON_DENSITY, plainMassPerLength, stringTension, woundMassPerLength } from './tension.js';

/** One string of a set: gauge in metres; a wound string names its core. */
export interface StringGauge {
  gauge: number;
  core?: number;
  /** kg/m³; steel where absent */
  density?: number;
}

export const STRING_SET_IDS = [
  'extra-light',
  'light',
  'medium',
  'twelve-light',
  'nylon',
  'archtop-medium',
] as const;
export type StringSetId = (typeof STRING_SET_IDS)[number];

export interface StringSet {
  id: StringSetId;
  name: string;
  /** First (thinnest) string first; in a twelve-string the pairs follow each other. */
  strings: StringGauge[];
}

const steel = (thousandths: number, coreThousandths?: number): StringGauge => ({
  gauge: (thousandths / 1000) * METRES_PER_INCH,
  core: coreThousandths === undefined ? undefined : (coreThousandths / 1000) * METRES_PER_INCH,
});
const nylon = (millimetres: number, density = NYLON_DENSITY): StringGauge => ({
  gauge: millimetres / 1000,
  density,
});

/**
 * Generic sets by gauge in thousandths of an inch. Gauges and core diameters are common practice without a
 * published source; the wound nylon strings are given by gauge and mean density.
 */
export const STRING_SETS: Record<StringSetId, StringSet> = {
  'extra-light': {
    id: 'extra-light',
    name: 'extra light, 10–47',
    strings: [steel(10), steel(14), steel(23, 13), steel(30, 14), steel(39, 16), steel(47, 18)],
  },
  light: {
    id: 'light',
    name: 'light, 12–53',
    strings: [steel(12), steel(16), steel(24, 13), steel(32, 15), steel(42, 17), steel(53, 20)],
  },
  medium: {
    id: 'medium',
    name: 'medium, 13–56',
    strings: [steel(13), steel(17), steel(26, 14), steel(35, 16), steel(45, 18), steel(56, 21)],
  },
  'twelve-light': {
    id: 'twelve-light',
    name: 'twelve-string light, 10–47',
    strings: [
      steel(10),
      steel(10),
      steel(14),
      steel(14),
      steel(23, 13),
      steel(8),
      steel(30, 14),
      steel(12),
      steel(39, 16),
      steel(18),
      steel(47, 18),
      steel(27, 14),
    ],
  },
  nylon: {
    id: 'nylon',
    name: 'nylon, normal pull',
    strings: [nylon(0.71), nylon(0.82), nylon(1.02), nylon(0.74, 4350), nylon(0.89, 5300), nylon(1.09, 6100)],
  },
  'archtop-medium': {
    id: 'archtop-medium',
    name: 'archtop medium, 13–56',
    strings: [steel(13), steel(17), steel(26, 14), steel(36, 16), steel(46, 18), steel(56, 21)],
  },
};

export const TUNING_IDS = [
  'standard',
  'half-step-down',
  'whole-step-down',
  'drop-d',
  'open-g',
  'dadgad',
] as const;
export type TuningId = (typeof TUNING_IDS)[number];

export interface Tuning {
  id: TuningId;
  name: string;
  /** Semitones of the six courses from A4 = 440 Hz, first course first. */
  semitones: [number, number, number, number, number, number];
}

const STANDARD: Tuning['semitones'] = [-5, -10, -14, -19, -24, -29];
const lowered = (by: [number, number, number, number, number, number]): Tuning['semitones'] =>
  STANDARD.map((s, i) => s - by[i]!) as Tuning['semitones'];

export const TUNINGS: Record<TuningId, Tuning> = {
  standard: { id: 'standard', name: 'standard, E A D G B E', semitones: STANDARD },
  'half-step-down': {
    id: 'half-step-down',
    name: 'half a step down',
    semitones: lowered([1, 1, 1, 1, 1, 1]),
  },
  'whole-step-down': {
    id: 'whole-step-down',
    name: 'a whole step down',
    semitones: lowered([2, 2, 2, 2, 2, 2]),
  },
  'drop-d': { id: 'drop-d', name: 'low D, D A D G B E', semitones: lowered([0, 0, 0, 0, 0, 2]) },
  'open-g': { id: 'open-g', name: 'open G, D G D G B D', semitones: lowered([2, 0, 0, 0, 2, 2]) },
  dadgad: { id: 'dadgad', name: 'D A D G A D', semitones: lowered([2, 2, 0, 0, 0, 2]) },
};

/** Frequency of a note, equal temperament. @param semitones from A4 @param a4 Hz */
export function noteFrequency(semitones: number, a4 = 440): number {
  return a4 * 2 ** (semitones / 12);
}

/**
 * The pull of a whole set at pitch.
 *
 * In a twelve-string set the first two courses are doubled in unison and the other four at the octave.
 *
 * @param set six or twelve strings
 * @param tuning pitches of the six courses
 * @param scale vibrating length, m
 * @returns N per string, first string first, and their sum
 */
export function setTension(
  set: StringSet,
  tuning: Tuning,
  scale: number,
): { strings: number[]; total: number } {
  const paired = set.strings.length === 12;
  const strings = set.strings.map((string, i) => {
    const course = paired ? Math.floor(i / 2) : i;
    const octave = paired && i % 2 === 1 && course >= 2 ? 12 : 0;
    const frequency = noteFrequency(tuning.semitones[course]! + octave);
    const mass = string.core
      ? woundMassPerLength(string.gauge, string.core)
      : plainMassPerLength(string.gauge, string.density);
    return stringTension(mass, scale, frequency);
  });
  return { strings, total: strings.reduce((sum, t) => sum + t, 0) };
}
