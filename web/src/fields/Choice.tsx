import { RadioGroup } from 'radix-ui';

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}

/** One of a few, all visible; arrow keys move between them. */
export function Choice<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(chosen) => onChange(chosen as T)}
      className="flex flex-wrap gap-1"
      orientation="horizontal"
      onKeyDown={(event) => {
        const chosen = /^[1-9]$/u.test(event.key) ? options[Number(event.key) - 1] : undefined;
        if (!chosen) return;
        event.preventDefault();
        onChange(chosen.value);
      }}
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={option.value}
          className="min-h-[44px] rounded-[3px] border border-faint bg-sheet px-4 data-[state=checked]:border-verdigris data-[state=checked]:bg-verdigris data-[state=checked]:font-bold data-[state=checked]:text-on-verdigris"
        >
          {option.label}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
