import { AS_IT_WAS, type Scenario } from '@upright-elder/core/air';
import { useCallback, useEffect, useState } from 'react';
import type { ScenarioYear, SeasonsTask } from '../../../compute/tasks/seasons.js';
import { useWorker } from '../../../compute/useWorker.js';

interface YearUnder {
  /** null as it was, and before the first answer */
  year: ScenarioYear | null;
  /** why there is no answer; null where there is one, or it is being worked out */
  trouble: string | null;
  /** begins anew with a fresh worker */
  again: () => void;
}

/** The year under a scenario, worked out beside the page. */
export function useScenarioYear(given: SeasonsTask, scenario: Scenario): YearUnder {
  const [answer, setAnswer] = useState<{ of: Scenario; given: SeasonsTask; year: ScenarioYear } | null>(null);
  const { ask, askNothing, trouble, again } = useWorker(
    'seasons',
    useCallback((task) => task.load(given), [given]),
  );
  const asIs = scenario.kind === AS_IT_WAS.kind;
  useEffect(() => {
    if (asIs) askNothing();
    else
      ask(
        (task) => task.year(scenario),
        (year) => setAnswer({ of: scenario, given, year }),
      );
  }, [ask, askNothing, asIs, given, scenario]);
  // an answer about another series, or another way of keeping it, is none
  const fits = answer?.given === given && answer.of.kind === scenario.kind;
  return {
    year: fits && !asIs ? answer.year : null,
    trouble: asIs || trouble === null ? null : `The year could not be worked out: ${trouble}.`,
    again,
  };
}
