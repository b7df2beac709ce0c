import { useMemo, useState } from 'react';
import { useFieldUnit } from '../../../fields/LengthField.js';
import { Board, type BoardProps } from './Board.js';
import { DaySlider } from './DaySlider.js';
import { drawnMarks, type LiveMarks } from './drawnMarks.js';
import { daysSeen, type DrawnMark } from './mapDocument.js';

interface Props extends Omit<BoardProps, 'marks'> {
  marks: Record<string, DrawnMark>;
  chosenMark: string | null;
  /** judged so today */
  live: LiveMarks;
  today: string;
}

const NONE: LiveMarks = new Set();

/** The board as it was on a day that the slider chooses: only the drawing follows it. */
export function DatedBoard({ marks, chosenMark, live, today, ...board }: Props) {
  const [dayAt, setDayAt] = useState<number | null>(null);
  const days = useMemo(() => [...new Set([...daysSeen(marks), today])].sort(), [marks, today]);
  const at = Math.min(dayAt ?? days.length - 1, days.length - 1);
  const { plan, face } = board;
  const day = days[at]!;
  const unit = useFieldUnit('mm');
  const drawn = useMemo(
    () => drawnMarks(marks, plan, face, day, chosenMark, unit, day === today ? live : NONE),
    [marks, plan, face, day, chosenMark, unit, live, today],
  );
  return (
    <>
      <Board {...board} marks={drawn} />
      <DaySlider days={days} at={at} onAt={setDayAt} />
    </>
  );
}
