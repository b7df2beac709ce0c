import type { Load } from '@upright-elder/core/top';
import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { Drawn, DrawsApi } from '../../../workers/draws.worker.js';
import type { TopTask } from '../../../workers/top.worker.js';

export interface Draws {
  /** null until the first are drawn, and where they cannot be */
  drawn: Drawn | null;
  api: Remote<DrawsApi> | null;
}

/** Tops like this one, drawn in a worker of their own once its own answer stands: what is not known of it. */
export function useDraws(task: TopTask, load: Load, ready: boolean): Draws {
  const [draws, setDraws] = useState<Draws>({ drawn: null, api: null });
  const { pull, moisture, felt } = load;
  useEffect(() => {
    if (!ready) return;
    const worker = new Worker(new URL('../../../workers/draws.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api = wrap<DrawsApi>(worker);
    let over = false;
    const onDrawn = proxy((drawn: Drawn) => {
      if (!over) setDraws({ drawn, api });
    });
    // what cannot be drawn leaves the figures without their range, and the page says that there is none
    api.begin(task, { pull, moisture, felt }, onDrawn).catch(() => undefined);
    return () => {
      over = true;
      worker.terminate();
      setDraws({ drawn: null, api: null });
    };
  }, [task, ready, pull, moisture, felt]);
  return draws;
}
