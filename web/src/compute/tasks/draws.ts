import { seededChance } from '@upright-elder/core/numeric';
import {
  DrawnTops,
  KEPT,
  type GlueGroup,
  type Load,
  type LooseStretch,
  type Spread,
  type SpreadFigure,
} from '@upright-elder/core/top';
import { inUse } from '../inUse.js';
import type { TopTask } from './top.js';

/** So many tops are ranked: what stands before what is said of nine in ten of them. */
const RANKED = 100;
/** It is told how far it is after so many. */
const TELLS = 8;
/** The same tops every time: an answer does not change by itself. */
const SEED = 16;

export interface Drawn {
  /** kept, for the ranges */
  kept: number;
  /** ranked, for the order, of how many */
  ranked: number;
  of: number;
  groups: GlueGroup[];
}

let tops: DrawnTops | null = null;

/** Tops like this one, beside the page and beside the answer for the one that is likeliest. */
export const api = {
  /** Draws until there are enough, and tells now and then how far it is. */
  begin({ plan, facts, recorded }: TopTask, load: Load, onDrawn: (drawn: Drawn) => void): void {
    const own = new DrawnTops(plan, facts, recorded, inUse(load), seededChance(SEED));
    tops = own;
    const steps = KEPT + (recorded.length > 1 ? RANKED : 0);
    let done = 0;
    const step = () => {
      if (tops !== own) return;
      if (done < KEPT) own.draw();
      else own.rank();
      done += 1;
      if (done % TELLS === 0 || done === steps) onDrawn({ ...own.counts, of: RANKED, groups: own.groups() });
      if (done < steps) setTimeout(step, 0);
    };
    setTimeout(step, 0);
  },
  spread: (loose: LooseStretch[], load: Load): Record<SpreadFigure, Spread> | null =>
    tops?.spread(loose, inUse(load)) ?? null,
};
