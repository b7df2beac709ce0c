import type { CautionId } from './cautions.js';

/**
 * Where a repair stands in the order of the bench. What must follow what, and why, is said between stages (order.ts).
 */
export const WORK_STAGES = [
  'today',
  'look',
  'moisture',
  'taken off',
  'cracks',
  'inside',
  'belly',
  'bridge',
  'rest',
  'measure',
  'neck straight',
  'neck angle',
  'frets',
  'nut',
  'saddle',
  'keeping',
  'set-up',
] as const;
export type WorkStage = (typeof WORK_STAGES)[number];

/** A repair as the catalogue knows it. Times are house defaults from common practice, or the more cautious figure. */
export interface Treatment {
  name: string;
  stage: WorkStage;
  /** attended work, hours, from and to */
  hands: [number, number];
  /** waiting by the clock, hours, from and to, until it may carry tension */
  wait: [number, number];
  /** what must be measured or confirmed before it starts */
  gate: string | null;
  /** 1 leaves no trace … 5 permanent */
  undo: [number, number];
  cautions: CautionId[];
  /** it takes something away for good */
  cuts?: true;
  /** structural glue: inside the moisture window, strings off */
  glues?: true;
  /** heat, by any source */
  heats?: true;
}

/** A row of the catalogue. Hours; one number stands for both ends. */
export function row(
  stage: WorkStage,
  name: string,
  hands: number | [number, number],
  wait: number | [number, number],
  undo: number | [number, number],
  gate: string | null,
  more: Partial<Pick<Treatment, 'cautions' | 'cuts' | 'glues' | 'heats'>> = {},
): Treatment {
  const pair = (span: number | [number, number]): [number, number] =>
    typeof span === 'number' ? [span, span] : span;
  return {
    name,
    stage,
    hands: pair(hands),
    wait: pair(wait),
    gate,
    undo: pair(undo),
    ...more,
    cautions: more.cautions ?? [],
  };
}

/** Hours of so many days. */
export const days = (from: number, to = from): [number, number] => [24 * from, 24 * to];
