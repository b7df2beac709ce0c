import { IN_USE } from '@upright-elder/core/forecast';
import type { Plan } from '@upright-elder/core/map';
import {
  fitBelly,
  rankBraces,
  SolvedTop,
  topSpec,
  viewOf,
  type BellyFit,
  type BellyStation,
  type BraceRanking,
  type Uncertain,
  type Load,
  type LooseStretch,
  type Responses,
  type TopFacts,
  type TopView,
} from '@upright-elder/core/top';
import { expose } from 'comlink';

/** A top to be solved, with the stretches that are recorded loose. */
export interface TopTask {
  plan: Plan;
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

/** Damp moves a top in use by part of what is solved for it; the forecasts reckon the same. */
function inUse(responses: Responses): Responses {
  const { rise, saddle } = responses.moisture;
  const moisture = {
    rise: rise.map((one) => IN_USE * one),
    saddle: { rise: IN_USE * saddle.rise, turn: IN_USE * saddle.turn },
  };
  return { ...responses, moisture };
}

/** The plate model beside the page: the page never waits for it. */
const api = {
  solve({ plan, facts, recorded }: TopTask, onProgress: (part: number, words: string) => void): TopView {
    top = new SolvedTop(topSpec(plan, facts), { recorded, progress: onProgress });
    readyBraces(top.prepare());
    return viewOf(top);
  },
  responses: (loose: LooseStretch[]): Responses => inUse(solved().responses(loose)),
  ranking: (loose: LooseStretch[], load: Load): BraceRanking => rankBraces(solved(), loose, load),
  fit: (
    loose: LooseStretch[],
    stations: BellyStation[],
    load: { pull: number; moisture: Uncertain },
  ): BellyFit => fitBelly(solved(), inUse(solved().responses(loose)), stations, load),
};
export type TopApi = typeof api;

expose(api);
