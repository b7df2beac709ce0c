import { Slider } from 'radix-ui';

interface Props {
  label: string;
  min: number;
  max: number;
  step: number;
  value: number;
  onValue: (value: number) => void;
}

/** One value on a line, by finger or arrow keys. */
export function OneSlider({ label, min, max, step, value, onValue }: Props) {
  return (
    <Slider.Root
      className="relative flex h-[44px] w-full grow touch-none items-center"
      min={min}
      max={max}
      step={step}
      value={[Math.min(max, Math.max(min, value))]}
      onValueChange={([to]) => onValue(to!)}
    >
      <Slider.Track className="relative h-2 grow rounded-full bg-sunk">
        <Slider.Range className="absolute h-full rounded-full bg-verdigris-soft" />
      </Slider.Track>
      <Slider.Thumb
        className="block h-7 w-7 rounded-full border-2 border-verdigris bg-sheet"
        aria-label={label}
      />
    </Slider.Root>
  );
}
