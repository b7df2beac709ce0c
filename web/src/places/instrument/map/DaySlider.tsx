import { format } from 'date-fns';
import { Slider } from 'radix-ui';

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
      <span className="text-[0.9rem] font-bold whitespace-nowrap">
        As on {format(new Date(days[at]!), 'd MMM yyyy')}
      </span>
      <Slider.Root
        className="relative flex h-[44px] grow touch-none items-center"
        min={0}
        max={days.length - 1}
        step={1}
        value={[at]}
        onValueChange={([next]) => onAt(next!)}
      >
        <Slider.Track className="relative h-2 grow rounded-full bg-sunk">
          <Slider.Range className="absolute h-full rounded-full bg-verdigris-soft" />
        </Slider.Track>
        <Slider.Thumb
          className="block h-7 w-7 rounded-full border-2 border-verdigris bg-sheet"
          aria-label="Through the examinations"
        />
      </Slider.Root>
    </div>
  );
}
