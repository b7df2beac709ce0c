import type { Uncertain } from '@upright-elder/core/numeric';
import { IN_USE } from '@upright-elder/core/forecast';
import type { BodyPlan } from '@upright-elder/core/body-plan';
import {
  fitBelly,
  lengthsSaid,
  rankBraces,
  softnessFrom,
  SolvedTop,
  strungOf,
  topSpec,
  viewOf,
  type BellyFit,
  type BellyLoad,
  type BellyStation,
  type BraceRanking,
  type DeflectionTest,
  type LengthSaid,
  type Load,
  type LooseStretch,
  type Strung,
  type TopFacts,
  type TopView,
  type Touching,
} from '@upright-elder/core/top';
import { inUse } from '../inUse.js';

/** A top to be solved, with the stretches that are recorded loose. */
export interface TopTask {
  plan: BodyPlan;
  facts: TopFacts;
  recorded: LooseStretch[];
}

let top: SolvedTop | null = null;
const solved = (): SolvedTop => {
  if (!top) throw new Error('the top is not solved yet');
  return top;
};

/** Between questions every brace is readied for its first touch, so that no answer is longer than the others. */
function readyBraces(steps: Generator<void>): void {
  if (!steps.next().done) setTimeout(() => readyBraces(steps), 0);
}

/** The plate model beside the page: the page never waits for it. */
export const api = {
  solve({ plan, facts, recorded }: TopTask, onProgress: (part: number, words: string) => void): TopView {
    top = new SolvedTop(topSpec(plan, facts), { recorded, progress: onProgress });
    readyBraces(top.prepare());
    return viewOf(top);
  },
  state: (loose: LooseStretch[], load: Load): Strung => strungOf(solved(), loose, inUse(load)),
  touching: (loose: LooseStretch[], load: Load): Touching[] => solved().touching(loose, inUse(load)),
  ranking: (loose: LooseStretch[], load: Load): BraceRanking => rankBraces(solved(), loose, inUse(load)),
  lengths: (loose: LooseStretch[], load: Load): LengthSaid[] => lengthsSaid(solved(), loose, inUse(load)),
  softness: (test: DeflectionTest, loose: LooseStretch[]): Uncertain => softnessFrom(test, solved(), loose),
  fit: (loose: LooseStretch[], stations: BellyStation[], load: Omit<BellyLoad, 'inUse'>): BellyFit =>
    fitBelly(solved(), loose, stations, { ...load, inUse: IN_USE }),
};
