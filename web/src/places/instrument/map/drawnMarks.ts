import type { Sighting } from '@upright-elder/contract';
import { allBraces, goesRound, type Face, type BodyPlan } from '@upright-elder/core/body-plan';
import type { LengthUnit } from '@upright-elder/core/units';
import type { DrawnOnPlan, MarkGrade } from '@upright-elder/drawings';
import { loosePath } from '@upright-elder/core/body-plan';
import { markName } from '@upright-elder/core/wording';
import { sayExtent, seenOn, type DrawnMark } from './mapDocument.js';

/** What is marked on one face of the top and seen on the other too. */
const THROUGH: ReadonlySet<string> = new Set(['crack', 'worn pin hole']);
const isTop = (face: Face) => face === 'top' || face === 'top inside';

/** Marks that are judged live, though they may lie quiet. */
export type LiveMarks = ReadonlySet<string>;

/** What a mark means as it was last seen: what moves or is judged live, what nobody has pressed yet, what is quiet. */
export const gradeOf = (id: string, { state }: Pick<Sighting, 'state'>, live: LiveMarks): MarkGrade =>
  state === 'moving' || live.has(id) ? 'live' : state === 'not tried' ? 'watch' : 'quiet';

const GRADES: readonly MarkGrade[] = ['live', 'watch', 'quiet'];

/** All marks, what asks for the most first. */
export const gravestFirst = (marks: Record<string, DrawnMark>, live: LiveMarks): [string, DrawnMark][] => {
  const rank = (id: string, mark: DrawnMark) => GRADES.indexOf(gradeOf(id, mark.sightings.at(-1)!, live));
  return Object.entries(marks).sort(([a, one], [b, other]) => rank(a, one) - rank(b, other));
};

/** The face that a map opens on: of what asks for the most, else the top. */
export const faceOfGravest = (marks: Record<string, DrawnMark>, live: LiveMarks): Face =>
  gravestFirst(marks, live)[0]?.[1].face ?? 'top';

/** The marks of a face as they were on a day. */
export function drawnMarks(
  marks: Record<string, DrawnMark>,
  plan: BodyPlan,
  face: Face,
  day: string,
  chosen: string | null,
  unit: LengthUnit,
  live: LiveMarks,
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
        grade: gradeOf(id, seen, live),
        chosen: id === chosen,
        name: markName(mark),
        extent: sayExtent(mark, seen, unit),
      },
    ];
  });
}
