import type { TopView } from '@upright-elder/core/top';
import { proxy, type Remote } from 'comlink';
import { useCallback, useEffect, useState } from 'react';
import type { Task } from '../../../compute/compute.worker.js';
import type { TopTask } from '../../../compute/tasks/top.js';
import { useWorker } from '../../../compute/useWorker.js';

/** A first solve that takes longer is ended, ms. */
const LIMIT_MS = 60000;

export type TopApi = Remote<Task<'top'>>;

export type TopState =
  | { state: 'solving'; part: number; words: string }
  | { state: 'solved'; view: TopView; api: TopApi }
  | { state: 'stopped'; words: string };

const BEGINNING = { part: 0, words: 'beginning' };

/** The plate model in a thread of its own: begun with the page, ended with it, by hand, or after a time limit. */
export function useTopWorker(given: TopTask): { top: TopState; stop: () => void; start: () => void } {
  const [progress, setProgress] = useState(BEGINNING);
  const [view, setView] = useState<TopView | null>(null);
  const { task, trouble, stop, again } = useWorker(
    'top',
    useCallback(
      async (of) => {
        setProgress(BEGINNING);
        setView(null);
        const onProgress = proxy((part: number, words: string) => {
          if (part < 1) setProgress({ part, words });
        });
        setView(await of.solve(given, onProgress));
      },
      [given],
    ),
  );
  const solving = task === null && trouble === null;
  useEffect(() => {
    if (!solving) return;
    const limit = setTimeout(
      () => stop('It took longer than a minute and was ended. A coarser plan may help.'),
      LIMIT_MS,
    );
    return () => clearTimeout(limit);
  }, [given, solving, stop]);
  const top: TopState = trouble
    ? { state: 'stopped', words: trouble }
    : task && view
      ? { state: 'solved', view, api: task }
      : { state: 'solving', ...progress };
  return { top, stop: useCallback(() => stop('Stopped.'), [stop]), start: again };
}
