import { AS_IT_WAS, type Scenario } from '@upright-elder/core/air';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { ScenarioYear, SeasonsApi, SeasonsTask } from '../../../workers/seasons.worker.js';

interface YearUnder {
  /** null as it was, and before the first answer */
  year: ScenarioYear | null;
  /** why there is no answer; null where there is one, or it is being worked out */
  trouble: string | null;
  /** begins anew with a fresh worker */
  again: () => void;
}

/**
 * The year under a scenario, worked out beside the page. While one question is under way only the latest of those that
 * follow is kept, so that a drag is answered as fast as the worker can and never lags behind it. A worker that fails is
 * said so, and can be begun anew.
 */
export function useScenarioYear(task: SeasonsTask, scenario: Scenario): YearUnder {
  const [answer, setAnswer] = useState<{ of: Scenario; task: SeasonsTask; year: ScenarioYear } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const asked = useRef<{ next: Scenario | null; under: boolean }>({ next: null, under: false });
  const worker = useRef<Remote<SeasonsApi> | null>(null);

  useEffect(() => {
    const thread = new Worker(new URL('../../../workers/seasons.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api = wrap<SeasonsApi>(thread);
    const failed = (words: string) => {
      if (worker.current === api) setTrouble(`The year could not be worked out: ${words}.`);
    };
    worker.current = api;
    asked.current = { next: null, under: false };
    setTrouble(null);
    thread.addEventListener('error', ({ message }) => failed(message || 'its program was not loaded'));
    api.load(task).catch((error: unknown) => failed(String(error)));
    return () => {
      worker.current = null;
      thread.terminate();
    };
  }, [task, round]);

  useEffect(() => {
    const api = worker.current;
    if (!api || scenario.kind === AS_IT_WAS.kind) return;
    const queue = asked.current;
    queue.next = scenario;
    if (queue.under) return;
    const answerNext = async () => {
      queue.under = true;
      try {
        while (queue.next && worker.current === api) {
          const of = queue.next;
          queue.next = null;
          const year = await api.year(of);
          if (worker.current === api) setAnswer({ of, task, year });
        }
      } catch (error) {
        if (worker.current === api) setTrouble(`The year could not be worked out: ${String(error)}.`);
      } finally {
        queue.under = false;
      }
    };
    void answerNext();
  }, [task, scenario, round]);

  // an answer about another series, or another way of keeping it, is none
  const fits = answer?.task === task && answer.of.kind === scenario.kind;
  return {
    year: fits && scenario.kind !== AS_IT_WAS.kind ? answer.year : null,
    trouble: scenario.kind === AS_IT_WAS.kind ? null : trouble,
    again: () => setRound((now) => now + 1),
  };
}
