import type { Load } from '@upright-elder/core/top';
import { proxy, type Remote } from 'comlink';
import { useMemo, useState } from 'react';
import type { Task } from '../../../compute/compute.worker.js';
import type { Drawn } from '../../../compute/tasks/draws.js';
import type { TopTask } from '../../../compute/tasks/top.js';
import { useWorker } from '../../../compute/useWorker.js';

export interface Draws {
  /** null until the first are drawn, and where they cannot be */
  drawn: Drawn | null;
  api: Remote<Task<'draws'>> | null;
}

/** Tops like this one, drawn in a thread of their own once its own answer stands: what is not known of it. */
export function useDraws(given: TopTask, load: Load, ready: boolean): Draws {
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const { pull, moisture, felt } = load;
  // what cannot be drawn leaves the figures without their range, and the page says that there is none
  const { task } = useWorker(
    'draws',
    useMemo(
      () =>
        ready
          ? async (of) => {
              setDrawn(null);
              await of.begin(given, { pull, moisture, felt }, proxy(setDrawn));
            }
          : null,
      [given, ready, pull, moisture, felt],
    ),
  );
  return { drawn: task && drawn, api: task && drawn ? task : null };
}
