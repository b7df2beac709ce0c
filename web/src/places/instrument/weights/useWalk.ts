import type { Weighing } from '@upright-elder/contract';
import type { Plan } from '@upright-elder/core/map';
import type { Dip, TopFacts, WalkingSaid } from '@upright-elder/core/top';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { WalkApi } from '../../../workers/walk.worker.js';

/** The dips of a walk whose zero returned. */
export const dipsOf = ({ spots }: Pick<Weighing, 'spots'>): Dip[] =>
  spots.flatMap(({ spot, dip, sd }) => (dip === null ? [] : [{ spot, dip, sd }]));

export type Walked =
  { state: 'working' } | { state: 'said'; said: WalkingSaid } | { state: 'trouble'; words: string };

/** What a walk says, worked out in a worker of its own. */
export function useWalk(plan: Plan, facts: TopFacts, walk: Weighing | null): Walked {
  const [walked, setWalked] = useState<Walked>({ state: 'working' });
  useEffect(() => {
    if (!walk) return;
    setWalked({ state: 'working' });
    const worker = new Worker(new URL('../../../workers/walk.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api = wrap<WalkApi>(worker);
    let over = false;
    const tell = (next: Walked) => {
      if (!over) setWalked(next);
    };
    const ask = async () => {
      await api.prepare(plan, facts);
      const said: WalkingSaid = await api.said(dipsOf(walk), walk.newtons);
      tell({ state: 'said', said });
    };
    ask().catch((error: unknown) =>
      tell({ state: 'trouble', words: error instanceof Error ? error.message : String(error) }),
    );
    return () => {
      over = true;
      worker.terminate();
    };
  }, [plan, facts, walk]);
  return walked;
}
