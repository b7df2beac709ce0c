import type { LoadTest } from '@upright-elder/contract';
import type { BodyPlan } from '@upright-elder/core/body-plan';
import type { Dip, TopFacts, WalkingSaid } from '@upright-elder/core/top';
import { useMemo, useState } from 'react';
import { useWorker } from '../../../compute/useWorker.js';

/** The dips of a walk whose zero returned. */
export const dipsOf = ({ spots }: Pick<LoadTest, 'spots'>): Dip[] =>
  spots.flatMap(({ spot, dip, sd }) => (dip === null ? [] : [{ spot, dip, sd }]));

export type Walked =
  { state: 'working' } | { state: 'said'; said: WalkingSaid } | { state: 'trouble'; words: string };

/** What a walk says, worked out in a thread of its own. */
export function useWalk(plan: BodyPlan, facts: TopFacts, walk: LoadTest | null): Walked {
  const [said, setSaid] = useState<WalkingSaid | null>(null);
  const { task, trouble } = useWorker(
    'walk',
    useMemo(
      () =>
        walk &&
        (async (of) => {
          await of.prepare(plan, facts);
          setSaid(await of.said(dipsOf(walk), walk.newtons));
        }),
      [plan, facts, walk],
    ),
  );
  if (trouble !== null) return { state: 'trouble', words: trouble };
  return task && said ? { state: 'said', said } : { state: 'working' };
}
