import { ARCHTOP_RULES, type ArchtopArgs } from './archtop.js';
import { FRET_RULES, type FretArgs } from './frets.js';
import { LIVE_RULES, type LiveArgs } from './live.js';
import { NECK_RULES, type NeckArgs } from './neck.js';
import { READING_RULES, type ReadingArgs } from './readings.js';
import type { RuleRole, RulesOf } from './rule.js';
import { STANCE_RULES, type StanceArgs } from './stance.js';
import { STRUCTURE_RULES, type StructureArgs } from './structure.js';

/** What the sentence of each rule is made of. */
export interface RuleArgs
  extends LiveArgs, StructureArgs, StanceArgs, ArchtopArgs, NeckArgs, FretArgs, ReadingArgs {}
export type RuleId = keyof RuleArgs;

/** Every rule, in the order in which findings of one severity are said. */
export const RULES: RulesOf<RuleArgs> = {
  ...LIVE_RULES,
  ...STRUCTURE_RULES,
  ...STANCE_RULES,
  ...ARCHTOP_RULES,
  ...NECK_RULES,
  ...FRET_RULES,
  ...READING_RULES,
};
export const RULE_IDS = Object.keys(RULES) as RuleId[];

/** Whether the findings of a rule are of a kind. */
export const ruleIs = (id: RuleId, role: RuleRole): boolean => RULES[id].roles?.includes(role) ?? false;

export type { ArchtopArgs, FretArgs, LiveArgs, NeckArgs, ReadingArgs, StanceArgs, StructureArgs };
export type { CrackCloses, HiddenPoint } from './structure.js';
export type { NeckNotYet, WhyOff } from './stance.js';
export type { ReliefArgs } from './neck.js';
