import { SolvedTop, topSpec, type LooseStretch, type Plan, type SpeciesId } from '@upright-elder/core';
import { parentPort, workerData } from 'node:worker_threads';

/** What is asked of the thread, and what it answers. */
export interface TopQuestion {
  plan: Plan;
  species: SpeciesId;
  /** each day of work, with what was loose before and after it */
  work: { date: string; before: LooseStretch[]; after: LooseStretch[] }[];
}
export type TopFinding =
  { rise: number; restraint: number; breathes: Record<string, number> } | { refusal: string };

// runs in a thread of its own: one question, one answer, then it ends
const { plan, species, work } = workerData as TopQuestion;
let finding: TopFinding;
try {
  const recorded = work.flatMap(({ before, after }) => [...before, ...after]);
  const top = new SolvedTop(topSpec(plan, { species, laminated: false }), { recorded });
  const riseOf = (loose: LooseStretch[]) => top.responses(loose).moisture.saddle.rise;
  finding = {
    rise: riseOf([]),
    restraint: top.restraint(),
    breathes: Object.fromEntries(
      work.map(({ date, before, after }) => [date, riseOf(after) / riseOf(before)]),
    ),
  };
} catch (error) {
  finding = { refusal: error instanceof Error ? error.message : 'it could not be solved' };
}
parentPort!.postMessage(finding);
