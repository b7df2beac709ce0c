import { allBraces, goesRound, type Face, type BodyPlan } from '@upright-elder/core/body-plan';
import { useMemo, useState } from 'react';
import type { DrawnOnPlan } from '@upright-elder/drawings';
import { Board, type BoardProps } from './Board.js';
import { DaySlider } from './DaySlider.js';
import { daysSeen, loosePath, nameOf, seenOn, type DrawnMark } from './mapDocument.js';

interface Props extends Omit<BoardProps, 'marks'> {
  marks: Record<string, DrawnMark>;
  chosenMark: string | null;
  today: string;
}

/** The board as it was on a day that the slider chooses: only the drawing follows it. */
export function DatedBoard({ marks, chosenMark, today, ...board }: Props) {
  const [dayAt, setDayAt] = useState<number | null>(null);
  const days = useMemo(() => [...new Set([...daysSeen(marks), today])].sort(), [marks, today]);
  const at = Math.min(dayAt ?? days.length - 1, days.length - 1);
  const { plan, face } = board;
  const day = days[at]!;
  const drawn = useMemo(
    () => drawnMarks(marks, plan, face, day, chosenMark),
    [marks, plan, face, day, chosenMark],
  );
  return (
    <>
      <Board {...board} marks={drawn} />
      <DaySlider days={days} at={at} onAt={setDayAt} />
    </>
  );
}

/** What is marked on one face of the top and seen on the other too. */
const THROUGH: ReadonlySet<string> = new Set(['crack', 'worn pin hole']);
const isTop = (face: Face) => face === 'top' || face === 'top inside';

/** The marks of a face as they were on a day. */
function drawnMarks(
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
