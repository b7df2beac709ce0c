import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useId, type ReactNode } from 'react';

interface Props {
  label: ReactNode;
  checked: boolean;
  onChange: (checked: boolean) => void;
  disabled?: boolean;
  /** Enter passes it by */
  aside?: boolean;
  className?: string;
}

/** Yes or no; the words belong to the target. */
export function Tick({ label, checked, onChange, disabled, aside, className = '' }: Props) {
  const id = useId();
  return (
    <div className={`flex min-h-[44px] items-center ${className}`}>
      <Checkbox.Root
        id={id}
        checked={checked}
        onCheckedChange={(to) => onChange(to === true)}
        disabled={disabled ?? false}
        data-aside={aside || undefined}
        className="group flex h-[44px] w-[36px] shrink-0 items-center justify-start disabled:opacity-45"
      >
        <span className="flex h-[26px] w-[26px] items-center justify-center rounded-[3px] border border-faint bg-sheet group-data-[state=checked]:border-verdigris group-data-[state=checked]:bg-verdigris">
          <Checkbox.Indicator>
            <Check size={20} aria-hidden className="text-on-verdigris" />
          </Checkbox.Indicator>
        </span>
      </Checkbox.Root>
      <label htmlFor={id} className="flex min-h-[44px] min-w-0 cursor-pointer items-center">
        {label}
      </label>
    </div>
  );
}
