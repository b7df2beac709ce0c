import { seededChance } from '@upright-elder/core/numeric';
import {
  DrawnTops,
  type GlueGroup,
  type Load,
  type LooseStretch,
  type Spread,
  type SpreadFigure,
} from '@upright-elder/core/top';
import { expose } from 'comlink';
import { inUse } from './inUse.js';
import type { TopTask } from './top.worker.js';

/** So many tops are drawn: what stands before what is said of nine in ten of them. */
const DRAWS = 100;
/** The same tops every time: an answer does not change by itself. */
const SEED = 16;

export interface Drawn {
  drawn: number;
  of: number;
  groups: GlueGroup[];
}

let tops: DrawnTops | null = null;

/** Tops like this one, beside the page and beside the answer for the one that is likeliest. */
const api = {
  /** Draws until there are enough, and tells now and then how far it is. */
  begin({ plan, facts, recorded }: TopTask, load: Load, onDrawn: (drawn: Drawn) => void): void {
    const own = new DrawnTops(plan, facts, recorded, inUse(load), seededChance(SEED));
    tops = own;
    let tried = 0;
    const step = () => {
      if (tops !== own) return;
      own.draw();
      tried += 1;
      if (tried % 8 === 0 || tried === DRAWS) onDrawn({ drawn: own.drawn, of: DRAWS, groups: own.groups() });
      if (tried < DRAWS) setTimeout(step, 0);
    };
    setTimeout(step, 0);
  },
  spread: (loose: LooseStretch[], load: Load): Record<SpreadFigure, Spread> | null =>
    tops?.spread(loose, inUse(load)) ?? null,
};
export type DrawsApi = typeof api;

expose(api);
