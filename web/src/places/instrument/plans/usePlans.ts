import type { OwnPlan, RepairPlan } from '@upright-elder/core/plans';
import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { OwnAsked, PlansApi, PlansTask } from '../../../workers/plans.worker.js';

export interface Plans {
  /** null until they are made */
  plans: RepairPlan[] | null;
  /** the person's own; null until it was asked for */
  own: OwnPlan | null;
  ask: (asked: OwnAsked | null) => void;
  trouble: string | null;
  again: () => void;
}

/**
 * Plans, made beside the page. Of what a person toggles only the latest is kept while one is under way, so that a finger
 * is answered as fast as the worker can. A worker that fails is said so, and can be begun anew.
 */
export function usePlans(task: PlansTask | null): Plans {
  const [made, setMade] = useState<RepairPlan[] | null>(null);
  const [own, setOwn] = useState<{ of: OwnAsked; plan: OwnPlan } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const worker = useRef<Remote<PlansApi> | null>(null);
  const queue = useRef<{ next: OwnAsked | null; under: boolean }>({ next: null, under: false });

  const answer = useCallback(async (api: Remote<PlansApi>) => {
    const waiting = queue.current;
    if (waiting.under) return;
    waiting.under = true;
    try {
      while (waiting.next && worker.current === api) {
        const of = waiting.next;
        waiting.next = null;
        const plan = await api.own(of);
        if (worker.current === api) setOwn({ of, plan });
      }
    } catch (error) {
      if (worker.current === api) setTrouble(`Your plan could not be worked out: ${String(error)}.`);
    } finally {
      waiting.under = false;
    }
  }, []);
  const last = useRef<OwnAsked | null>(null);
  const ask = useCallback(
    (asked: OwnAsked | null) => {
      last.current = asked;
      if (!asked) setOwn(null);
      queue.current.next = asked;
      if (worker.current && asked) void answer(worker.current);
    },
    [answer],
  );

  useEffect(() => {
    if (!task) return;
    const thread = new Worker(new URL('../../../workers/plans.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api = wrap<PlansApi>(thread);
    const failed = (words: string) => {
      if (worker.current === api) setTrouble(`The plans could not be worked out: ${words}.`);
    };
    setTrouble(null);
    worker.current = api;
    queue.current = { next: last.current, under: false };
    thread.addEventListener('error', ({ message }) => failed(message || 'its program was not loaded'));
    void (async () => {
      try {
        await api.load(task);
        const plans = await api.plans();
        if (worker.current !== api) return;
        setMade(plans);
        await answer(api);
      } catch (error) {
        failed(String(error));
      }
    })();
    return () => {
      worker.current = null;
      thread.terminate();
    };
  }, [task, round, answer]);

  return {
    plans: made,
    own: own?.plan ?? null,
    ask,
    trouble,
    again: () => setRound((now) => now + 1),
  };
}
