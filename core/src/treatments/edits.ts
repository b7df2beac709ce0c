import { TREATMENTS, type TreatmentId } from './catalogue/index.js';
import { WORK_STAGES, type Treatment, type WorkStage } from './treatment.js';

/** What a shop may change of a treatment; everything else is the catalogue's. */
export type TreatmentEdit = Partial<
  Pick<Treatment, 'name' | 'for' | 'hands' | 'wait' | 'supplies' | 'materials' | 'gate'>
>;
/** The shop's changes, kept apart from the catalogue. */
export type TreatmentEdits = Partial<Record<TreatmentId, TreatmentEdit>>;

/** A treatment as the shop works it. */
export const asWorked = (id: TreatmentId, edits: TreatmentEdits): Treatment => ({
  ...TREATMENTS[id],
  ...edits[id],
});

/** A treatment of the shop's own: it has its place in the order by its stage, and no effect on what is reckoned. */
export interface OwnTreatment {
  id: string;
  name: string;
  for: string;
  stage: WorkStage;
  hands: [number, number];
  wait: [number, number];
  supplies: [number, number];
  materials: string[];
  gate: string | null;
}

/** Puts what the shop added between steps: before the first step of a later stage. @param stageOf of a step */
export function amongSteps<T>(
  steps: readonly T[],
  own: readonly OwnTreatment[],
  stageOf: (step: T) => WorkStage,
): (T | OwnTreatment)[] {
  const all: (T | OwnTreatment)[] = [...steps];
  const rank = (stage: WorkStage) => WORK_STAGES.indexOf(stage);
  const stage = (one: T | OwnTreatment) =>
    own.includes(one as OwnTreatment) ? (one as OwnTreatment).stage : stageOf(one as T);
  for (const one of own) {
    const at = all.findIndex((step) => rank(stage(step)) > rank(one.stage));
    all.splice(at < 0 ? all.length : at, 0, one);
  }
  return all;
}
