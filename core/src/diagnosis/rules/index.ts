import { ARCHTOP_RULES } from './archtop.js';
import { FRET_RULES } from './frets.js';
import { LIVE_RULES } from './live.js';
import { NECK_RULES } from './neck.js';
import { READING_RULES } from './readings.js';
import type { Rule } from './rule.js';
import { STANCE_RULES } from './stance.js';
import { STRUCTURE_RULES } from './structure.js';

/** Every rule, in the order in which findings of one severity are said. */
export const RULES: readonly Rule[] = [
  ...LIVE_RULES,
  ...STRUCTURE_RULES,
  ...STANCE_RULES,
  ...ARCHTOP_RULES,
  ...NECK_RULES,
  ...FRET_RULES,
  ...READING_RULES,
];
export type { Rule } from './rule.js';
