import { AS_IT_WAS, type Scenario } from '@upright-elder/core';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { ScenarioYear, SeasonsApi, SeasonsTask } from '../../../workers/seasons.worker.js';

/**
 * The year under a scenario, worked out beside the page. While one question is under way only the latest of those that
 * follow is kept, so that a drag is answered as fast as the worker can and never lags behind it.
 *
 * @returns null as it was, and before the first answer
 */
export function useScenarioYear(task: SeasonsTask, scenario: Scenario): ScenarioYear | null {
  const [answer, setAnswer] = useState<{ of: Scenario; task: SeasonsTask; year: ScenarioYear } | null>(null);
  const asked = useRef<{ next: Scenario | null; under: boolean }>({ next: null, under: false });
  const worker = useRef<Remote<SeasonsApi> | null>(null);

  useEffect(() => {
    const thread = new Worker(new URL('../../../workers/seasons.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.current = wrap<SeasonsApi>(thread);
    asked.current = { next: null, under: false };
    void worker.current.load(task);
    return () => {
      worker.current = null;
      thread.terminate();
    };
  }, [task]);

  useEffect(() => {
    const api = worker.current;
    if (!api || scenario.kind === AS_IT_WAS.kind) return;
    const queue = asked.current;
    queue.next = scenario;
    if (queue.under) return;
    const answerNext = async () => {
      queue.under = true;
      while (queue.next && worker.current === api) {
        const of = queue.next;
        queue.next = null;
        const year = await api.year(of);
        if (worker.current === api) setAnswer({ of, task, year });
      }
      queue.under = false;
    };
    void answerNext();
  }, [task, scenario]);

  // an answer about another series, or another way of keeping it, is none
  const fits = answer?.task === task && answer.of.kind === scenario.kind;
  return fits && scenario.kind !== AS_IT_WAS.kind ? answer.year : null;
}
