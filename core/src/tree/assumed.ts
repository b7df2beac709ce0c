import type { Ground, LearnedEffects, Money } from '../repair-plans/index.js';
import type { TreatmentEdits } from '../treatments/index.js';
import { stanceBelief } from './belief.js';

/** Everything that a tree was drawn from beside the record, so that it can be said later why it was said. SI. */
export interface TreeAssumed {
  /** what of the shop’s own cases had taught, and what it had changed of the catalogue */
  effects: LearnedEffects;
  edits: TreatmentEdits;
  /** money an hour */
  rate: number | null;
  /** what was believed of the stance, for each of what the bridge may be: m; none where a side was not read in full */
  belief: { share: number; mean: number[]; lower: number[] }[];
}

export function assumedBy(ground: Ground, { rate }: Pick<Money, 'rate'>): TreeAssumed {
  const { effects, edits } = ground;
  const belief = stanceBelief(ground)?.bridges ?? [];
  return {
    effects,
    edits,
    rate,
    belief: belief.map(({ share, mean, lower }) => ({ share, mean, lower: [...lower] })),
  };
}
