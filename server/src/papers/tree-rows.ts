import { sayTree } from '@upright-elder/core/wording';
import { v5 as uuidOf } from 'uuid';
import { fingerprintOf, programFingerprint } from '../analysis/fingerprint.js';
import type { Gathered } from './record-on-paper.service.js';
import type { TreeSaidEntity } from './tree-said.entity.js';

/** What an owner reads in papers of what each plan may come to, ready to be kept beside them. */
export function treeRows(
  { record, trees }: Gathered,
  { instrumentId, paper }: Pick<TreeSaidEntity, 'instrumentId' | 'paper'>,
): TreeSaidEntity[] {
  if (!trees) return [];
  const evidence = fingerprintOf(trees.evidence);
  return record.plans.flatMap(({ plan: { kinds, ids }, chosen, tree }): TreeSaidEntity[] => {
    if (!tree) return [];
    const { first, lines, whole } = sayTree(tree, record.shop.currency);
    return [
      {
        id: uuidOf(kinds.join(), paper),
        ...{ instrumentId, paper, day: record.day, plan: { kinds, ids, chosen } },
        ...{ program: programFingerprint(), evidence, assumed: trees.assumed, tree },
        said: [first, ...lines, ...(whole ? [whole] : [])],
      },
    ];
  });
}
