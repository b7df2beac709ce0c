import { SolvedTop, topSpec, type Plan, type SpeciesId } from '@upright-elder/core';
import { parentPort, workerData } from 'node:worker_threads';

/** What is asked of the thread, and what it answers. */
export interface TopQuestion {
  plan: Plan;
  species: SpeciesId;
}
export type TopFinding = { rise: number } | { refusal: string };

// runs in a thread of its own: one question, one answer, then it ends
const { plan, species } = workerData as TopQuestion;
let finding: TopFinding;
try {
  const top = new SolvedTop(topSpec(plan, { species, laminated: false }));
  finding = { rise: top.responses().moisture.saddle.rise };
} catch (error) {
  finding = { refusal: error instanceof Error ? error.message : 'it could not be solved' };
}
parentPort!.postMessage(finding);
