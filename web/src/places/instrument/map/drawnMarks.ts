import { allBraces, goesRound, type Face, type BodyPlan } from '@upright-elder/core/body-plan';
import type { DrawnOnPlan } from '@upright-elder/drawings';
import { loosePath, nameOf, seenOn, type DrawnMark } from './mapDocument.js';

/** What is marked on one face of the top and seen on the other too. */
const THROUGH: ReadonlySet<string> = new Set(['crack', 'worn pin hole']);
const isTop = (face: Face) => face === 'top' || face === 'top inside';

/** The marks of a face as they were on a day. */
export function drawnMarks(
  marks: Record<string, DrawnMark>,
  plan: BodyPlan,
  face: Face,
  day: string,
  chosen: string | null,
): DrawnOnPlan[] {
  return Object.entries(marks).flatMap(([id, mark]): DrawnOnPlan[] => {
    // what goes through the top shows on both of its faces
    const shows = mark.face === face || (THROUGH.has(mark.kind) && isTop(mark.face) && isTop(face));
    const seen = shows ? seenOn(mark, day) : undefined;
    if (!seen) return [];
    const brace = allBraces(plan).find((one) => one.id === mark.brace);
    const path =
      brace && seen.from != null && seen.to != null ? loosePath(brace, seen.from, seen.to) : seen.path;
    return [
      {
        id,
        kind: mark.kind,
        path,
        round: goesRound(mark.kind, path),
        live: seen.state === 'moving',
        chosen: id === chosen,
        name: nameOf(mark),
      },
    ];
  });
}
