import { useMemo, useState } from 'react';
import { Board, type BoardProps } from './Board.js';
import { DaySlider } from './DaySlider.js';
import { drawnMarks } from './drawnMarks.js';
import { daysSeen, type DrawnMark } from './mapDocument.js';

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
