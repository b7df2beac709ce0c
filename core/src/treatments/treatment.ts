import type { CautionId } from './cautions.js';

export const TREATMENT_IDS = [
  'clean-and-inspect',
  'rehydrate',
  'thumb-wheels',
  'adjust-rod',
  'press-neck',
  'reglue-brace',
  'flatten-belly',
  'rest-under-tension',
  'neck-off',
  'fit-heel',
  'reglue-neck',
  'extension',
  'nut',
  'saddle',
  'set-up',
] as const;
export type TreatmentId = (typeof TREATMENT_IDS)[number];

/** A repair as the catalogue knows it. Times are house defaults from common practice. */
export interface Treatment {
  id: TreatmentId;
  name: string;
  /** attended work, hours, from and to */
  hands: [number, number];
  /** waiting by the clock, hours, from and to */
  wait: [number, number];
  /** what must be done before where both are in the plan, and the reason the planner prints */
  after: { id: TreatmentId; because: string }[];
  /** what must be measured or confirmed before it starts */
  gate: string | null;
  /** 1 leaves no trace … 5 permanent */
  undo: [number, number];
  cautions: CautionId[];
}
