import { TREATMENTS } from './catalogue/index.js';
import type { TreatmentId } from './catalogue/index.js';

/** Kinds of work that are set up once for everything of that kind on one day: a pot warmed, a bench laid out. */
export type SetUp = 'gluing' | 'fret work' | 'finish work';

/** What a treatment shares with others on the same day; null where it is set up by itself. */
export function setUpOf(id: string): SetUp | null {
  if (!Object.hasOwn(TREATMENTS, id)) return null;
  const { glues, stage } = TREATMENTS[id as TreatmentId];
  if (glues) return 'gluing';
  return stage === 'frets' ? 'fret work' : stage === 'colour' ? 'finish work' : null;
}
