import { METRES_PER } from '../units/length.js';
import type { PlainString, StringSpec, WoundString } from './spec.js';

export const STRING_SET_IDS = [
  'extra-light',
  'light',
  'medium',
  'twelve-light',
  'nylon',
  'archtop-medium',
] as const;
export type HouseSetId = (typeof STRING_SET_IDS)[number];

/** At most so many strings are on an instrument. */
export const MOST_STRINGS = 12;

export interface StringSet {
  name: string;
  /** First (thinnest) string first; where they go in pairs the two of a course follow each other. */
  strings: readonly StringSpec[];
  /** two strings a course, which the tuning names once */
  paired: boolean;
}

const plain = (thousandths: number): PlainString => ({
  gauge: thousandths * METRES_PER.thou,
  wound: false,
  material: 'steel',
});
const wound = (thousandths: number, core: number): WoundString => ({
  gauge: thousandths * METRES_PER.thou,
  wound: true,
  winding: 'phosphor-bronze',
  shape: 'round',
  coreMaterial: 'steel',
  core: core * METRES_PER.thou,
});
const nylon = (millimetres: number): PlainString => ({
  gauge: millimetres / 1000,
  wound: false,
  material: 'nylon',
});
const overFloss = (millimetres: number, core: number): WoundString => ({
  gauge: millimetres / 1000,
  wound: true,
  winding: 'silvered-copper',
  shape: 'round',
  coreMaterial: 'floss',
  core: core / 1000,
});
const octave = <S extends StringSpec>(string: S): S => ({ ...string, octave: true });

/**
 * Common sets by gauge in thousandths of an inch. Gauges and cores are common practice without a published source; the
 * cores of the nylon set are those that give the usual pull of a normal set.
 */
export const STRING_SETS: Record<HouseSetId, StringSet> = {
  'extra-light': {
    name: 'extra light, 10–47',
    paired: false,
    strings: [plain(10), plain(14), wound(23, 13), wound(30, 14), wound(39, 16), wound(47, 18)],
  },
  light: {
    name: 'light, 12–53',
    paired: false,
    strings: [plain(12), plain(16), wound(24, 13), wound(32, 15), wound(42, 17), wound(53, 20)],
  },
  medium: {
    name: 'medium, 13–56',
    paired: false,
    strings: [plain(13), plain(17), wound(26, 14), wound(35, 16), wound(45, 18), wound(56, 21)],
  },
  'twelve-light': {
    name: 'twelve-string light, 10–47',
    paired: true,
    strings: [
      plain(10),
      plain(10),
      plain(14),
      plain(14),
      wound(23, 13),
      octave(plain(8)),
      wound(30, 14),
      octave(plain(12)),
      wound(39, 16),
      octave(plain(18)),
      wound(47, 18),
      octave(wound(27, 14)),
    ],
  },
  nylon: {
    name: 'nylon, normal pull',
    paired: false,
    strings: [
      nylon(0.71),
      nylon(0.82),
      nylon(1.02),
      overFloss(0.74, 0.493),
      overFloss(0.89, 0.477),
      overFloss(1.09, 0.428),
    ],
  },
  'archtop-medium': {
    name: 'archtop medium, 13–56',
    paired: false,
    strings: [plain(13), plain(17), wound(26, 14), wound(36, 16), wound(46, 18), wound(56, 21)],
  },
};
