import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { useId, useState, type ReactNode } from 'react';
import { Labelled } from './Labelled.js';

export interface ListOption<T extends string = string> {
  value: T;
  /** what is read in the list, and in the field once it is chosen */
  label: string;
  disabled?: boolean;
}
export interface ListGroup<T extends string = string> {
  group: string;
  options: readonly ListOption<T>[];
}
export type ListOptions<T extends string = string> = readonly (ListOption<T> | ListGroup<T>)[];

export interface ListProps<T extends string> {
  label: ReactNode;
  /** read aloud where the label is no plain text or stands elsewhere */
  name?: string;
  hideLabel?: boolean;
  /** the name stands beside the field */
  inline?: boolean;
  value: T;
  options: ListOptions<T>;
  onPick: (value: T) => void;
  disabled?: boolean;
  refusal?: string | undefined;
  /** refused, with the words elsewhere */
  invalid?: boolean;
  hint?: ReactNode;
  /** Enter passes it by */
  aside?: boolean;
  /** of the field itself, such as its width */
  className?: string;
  /** a word among words, not a box */
  plain?: boolean;
}

export const inGroups = <T extends string>(options: ListOptions<T>): ListGroup<T>[] =>
  options.reduce<ListGroup<T>[]>((groups, one) => {
    if ('group' in one) return [...groups, one];
    const last = groups.at(-1);
    if (last?.group === '') return [...groups.slice(0, -1), { group: '', options: [...last.options, one] }];
    return [...groups, { group: '', options: [one] }];
  }, []);

export const optionsOf = <T extends string>(options: ListOptions<T>): ListOption<T>[] =>
  options.flatMap((one) => ('group' in one ? [...one.options] : [one]));

// the primitive keeps the empty text for “nothing chosen”; here it is an answer like any other
const NONE = '∅';
const inside = (value: string) => (value === '' ? NONE : value);
const outside = (value: string) => (value === NONE ? '' : value);

/**
 * One of a list that folds away: letters choose, in the list and while it is shut; arrows, Home, End and touch too. What
 * stands in the list is drawn once somebody is there.
 */
export function ListField<T extends string>(props: ListProps<T>) {
  const { label, name, hideLabel, inline, value, options, onPick, disabled, refusal, hint } = props;
  const { aside, invalid, className = inline ? 'w-auto' : 'w-full', plain } = props;
  const id = useId();
  const [here, setHere] = useState(false);
  const chosen = optionsOf(options).find((one) => one.value === value);
  return (
    <Labelled id={id} label={label} hideLabel={hideLabel} inline={inline} refusal={refusal} hint={hint}>
      <Select.Root
        value={inside(value)}
        onValueChange={(next) => onPick(outside(next) as T)}
        onOpenChange={(open) => open && setHere(true)}
        disabled={disabled ?? false}
      >
        <Select.Trigger
          id={id}
          aria-label={name}
          aria-labelledby={name ? undefined : `${id}-label`}
          aria-invalid={refusal !== undefined || invalid || undefined}
          aria-describedby={refusal ? `${id}-refusal` : undefined}
          data-aside={aside || undefined}
          onFocus={() => setHere(true)}
          onPointerEnter={() => setHere(true)}
          className={`${plain ? 'inline-flex min-h-[44px] items-center gap-1 border-b border-dotted border-faint text-left' : 'field flex items-center justify-between gap-2 text-left'} ${className}`}
        >
          <span className="min-w-0 truncate">
            <Select.Value>{chosen?.label ?? ''}</Select.Value>
          </span>
          <ChevronDown size={plain ? 15 : 18} aria-hidden className="shrink-0 text-faint" />
        </Select.Trigger>
        {here && (
          <Select.Portal>
            <Select.Content
              position="popper"
              sideOffset={4}
              className="sheet z-40 max-h-[min(26rem,var(--radix-select-content-available-height))] min-w-[max(10rem,var(--radix-select-trigger-width))] max-w-[94vw] overflow-hidden shadow-lg"
            >
              <Select.ScrollUpButton className="flex justify-center py-1">
                <ChevronDown size={18} aria-hidden className="rotate-180" />
              </Select.ScrollUpButton>
              <Select.Viewport className="p-1">
                {inGroups(options).map((one) => (
                  <Select.Group key={one.group || 'free'}>
                    {one.group && (
                      <Select.Label className="px-3 pt-2 text-[0.88rem] font-bold text-faint">
                        {one.group}
                      </Select.Label>
                    )}
                    {one.options.map((option) => (
                      <Select.Item
                        key={option.value}
                        value={inside(option.value)}
                        disabled={option.disabled ?? false}
                        className="flex min-h-[44px] cursor-pointer items-center justify-between gap-3 rounded-[3px] px-3 outline-none data-[disabled]:opacity-50 data-[highlighted]:bg-sunk data-[state=checked]:font-bold"
                      >
                        <Select.ItemText>{option.label}</Select.ItemText>
                        <Select.ItemIndicator>
                          <Check size={18} aria-hidden />
                        </Select.ItemIndicator>
                      </Select.Item>
                    ))}
                  </Select.Group>
                ))}
              </Select.Viewport>
              <Select.ScrollDownButton className="flex justify-center py-1">
                <ChevronDown size={18} aria-hidden />
              </Select.ScrollDownButton>
            </Select.Content>
          </Select.Portal>
        )}
      </Select.Root>
    </Labelled>
  );
}
