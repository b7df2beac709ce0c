import { Command } from 'cmdk';
import { Check, ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useId, useState } from 'react';
import { Labelled } from './Labelled.js';
import { inGroups, optionsOf, type ListProps } from './ListField.js';

/** One of a long list, found by typing a part of it. */
export function SearchField<T extends string>(props: ListProps<T> & { placeholder?: string }) {
  const { label, name, hideLabel, inline, value, options, onPick, disabled, refusal, hint } = props;
  const { aside, className = inline ? 'w-auto' : 'w-full', placeholder } = props;
  const id = useId();
  const [open, setOpen] = useState(false);
  const chosen = optionsOf(options).find((one) => one.value === value);
  return (
    <Labelled id={id} label={label} hideLabel={hideLabel} inline={inline} refusal={refusal} hint={hint}>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          id={id}
          aria-label={name}
          aria-labelledby={name ? undefined : `${id}-label ${id}`}
          aria-invalid={refusal ? true : undefined}
          data-aside={aside || undefined}
          disabled={disabled}
          className={`field flex items-center justify-between gap-2 text-left ${className}`}
        >
          <span className={`min-w-0 truncate ${chosen?.value ? '' : 'text-faint'}`}>
            {chosen?.label ?? placeholder}
          </span>
          <ChevronDown size={18} aria-hidden className="shrink-0 text-faint" />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            align="start"
            sideOffset={4}
            className="sheet z-40 w-[max(18rem,var(--radix-popover-trigger-width))] max-w-[94vw] shadow-lg"
          >
            <Command label={name ?? (typeof label === 'string' ? label : 'Find')} loop>
              <Command.Input autoFocus placeholder="type a part of it" className="field border-0 border-b" />
              <Command.List className="max-h-[min(22rem,60vh)] overflow-y-auto p-1">
                <Command.Empty className="px-3 py-2 text-faint">
                  Nothing in the list is called so.
                </Command.Empty>
                {inGroups(options).map((one) => (
                  <Command.Group
                    key={one.group || 'free'}
                    heading={one.group || undefined}
                    className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[0.88rem] [&_[cmdk-group-heading]]:font-bold [&_[cmdk-group-heading]]:text-faint"
                  >
                    {one.options.map((option) => (
                      <Command.Item
                        key={option.value}
                        value={`${option.label} ${option.value}`}
                        disabled={option.disabled ?? false}
                        onSelect={() => {
                          setOpen(false);
                          onPick(option.value);
                        }}
                        className="flex min-h-[44px] cursor-pointer items-center justify-between gap-3 rounded-[3px] px-3 data-[disabled=true]:opacity-50 data-[selected=true]:bg-sunk"
                      >
                        {option.label}
                        {option.value === value && <Check size={18} aria-hidden className="shrink-0" />}
                      </Command.Item>
                    ))}
                  </Command.Group>
                ))}
              </Command.List>
            </Command>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </Labelled>
  );
}
