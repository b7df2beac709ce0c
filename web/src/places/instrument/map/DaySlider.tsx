import { sayDate } from '@upright-elder/core/days';
import { OneSlider } from '../../../fields/OneSlider.js';

/** Goes through the days on which anything was seen. */
export function DaySlider({
  days,
  at,
  onAt,
}: {
  days: readonly string[];
  at: number;
  onAt: (at: number) => void;
}) {
  if (days.length < 2) return null;
  return (
    <div className="mt-1 flex items-center gap-3">
      <span className="text-[0.9rem] font-bold whitespace-nowrap">As on {sayDate(days[at]!)}</span>
      <OneSlider
        label="Through the examinations"
        min={0}
        max={days.length - 1}
        step={1}
        value={at}
        onValue={onAt}
      />
    </div>
  );
}
