import type { TopView } from '@upright-elder/core/top';
import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { TopApi, TopTask } from '../../../workers/top.worker.js';

/** A first solve that takes longer is ended, ms. */
const LIMIT_MS = 60000;

export type TopState =
  | { state: 'solving'; part: number; words: string }
  | { state: 'solved'; view: TopView; api: Remote<TopApi> }
  | { state: 'stopped'; words: string };

/** The plate model in a worker of its own: begun with the page, ended with it, by hand, or after a time limit. */
export function useTopWorker(task: TopTask): { top: TopState; stop: () => void; start: () => void } {
  const [top, setTop] = useState<TopState>({ state: 'solving', part: 0, words: 'beginning' });
  const end = useRef<(words: string) => void>(() => undefined);
  const [round, setRound] = useState(0);

  useEffect(() => {
    const worker = new Worker(new URL('../../../workers/top.worker.ts', import.meta.url), { type: 'module' });
    const api = wrap<TopApi>(worker);
    let over = false;
    const finish = (state: TopState) => {
      if (over) return;
      clearTimeout(limit);
      setTop(state);
    };
    const stopped = (words: string) => {
      finish({ state: 'stopped', words });
      over = true;
      worker.terminate();
    };
    const limit = setTimeout(
      () => stopped('It took longer than a minute and was ended. A coarser plan may help.'),
      LIMIT_MS,
    );
    end.current = stopped;
    worker.addEventListener('error', ({ message }) =>
      stopped(`The model could not be run: ${message || 'its program was not loaded'}.`),
    );
    const onProgress = proxy((part: number, words: string) => {
      if (!over && part < 1) setTop({ state: 'solving', part, words });
    });
    setTop({ state: 'solving', part: 0, words: 'beginning' });
    api.solve(task, onProgress).then(
      (view) => finish({ state: 'solved', view, api }),
      (error: unknown) => stopped(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      over = true;
      clearTimeout(limit);
      worker.terminate();
    };
  }, [task, round]);

  return {
    top,
    stop: useCallback(() => end.current('Stopped.'), []),
    start: useCallback(() => setRound((now) => now + 1), []),
  };
}
