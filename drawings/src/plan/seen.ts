import { allBraces, goesRound, loosePath, pathLength, type BodyPlan } from '@upright-elder/core/body-plan';
import type { MarkFacts } from '@upright-elder/core/instrument';
import { markName, sayMarkExtent } from '@upright-elder/core/wording';
import type { DrawnOnPlan } from './marks.js';

/** How far a mark goes, as it was seen last, m. */
export function extentSeen({ sightings }: MarkFacts): number {
  const { stretch, path } = sightings.at(-1)!;
  return stretch ? stretch.to - stretch.from : pathLength(path);
}

/** A mark on its face, as it was seen last. @param live damage that grows under strings */
export function markSeen(mark: MarkFacts, plan: BodyPlan, live: boolean, lengths: 'mm' | 'in'): DrawnOnPlan {
  const { path, stretch, state } = mark.sightings.at(-1)!;
  const brace = allBraces(plan).find(({ id }) => id === mark.brace);
  const along = brace && stretch ? loosePath(brace, stretch.from, stretch.to) : path;
  return {
    id: mark.id,
    kind: mark.kind,
    path: along,
    round: goesRound(mark.kind, along),
    grade: live || state === 'moving' ? 'live' : state === 'not tried' ? 'watch' : 'quiet',
    chosen: false,
    name: markName(mark),
    extent: sayMarkExtent(mark.kind, along, extentSeen(mark), lengths),
  };
}
