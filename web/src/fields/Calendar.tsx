import { dayOf, isoDate } from '@upright-elder/core/days';
import type { ChangeEvent } from 'react';
import { DayPicker, type DropdownProps } from 'react-day-picker';
import { ListField } from './ListField.js';

interface Props {
  value: string;
  today: string;
  min: string | undefined;
  max: string | undefined;
  weekStart: 0 | 1;
  onPick: (date: string) => void;
}

// the picker counts in the browser's own midnights; a day of the shop is its numbers, whatever the zone
const toPicker = (date: string): Date => {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  return new Date(year, month - 1, day);
};
const fromPicker = (date: Date): string =>
  isoDate(dayOf(new Date(Date.UTC(date.getFullYear(), date.getMonth(), date.getDate())).toISOString()));

const CELL = 'flex h-[44px] w-[44px] items-center justify-center rounded-[3px]';

/** The year, as every other list is picked from. */
const Years = ({ value, options, onChange, 'aria-label': name }: DropdownProps) => (
  <ListField
    label={name ?? 'Year'}
    hideLabel
    className="w-28 font-sans text-[1rem] font-normal"
    value={String(value)}
    options={(options ?? []).map((one) => ({
      value: String(one.value),
      label: one.label,
      disabled: one.disabled,
    }))}
    onPick={(year) => onChange?.({ target: { value: year } } as ChangeEvent<HTMLSelectElement>)}
  />
);

/** A month at a time; arrows move by days, Page Up and Page Down by months. */
export default function Calendar({ value, today, min, max, weekStart, onPick }: Props) {
  const chosen = value || today;
  return (
    <DayPicker
      mode="single"
      autoFocus
      weekStartsOn={weekStart}
      components={{ YearsDropdown: Years }}
      captionLayout="dropdown-years"
      today={toPicker(today)}
      defaultMonth={toPicker(chosen)}
      startMonth={toPicker(min ?? '1850-01-01')}
      endMonth={toPicker(max ?? `${Number(today.slice(0, 4)) + 5}-12-31`)}
      {...(value ? { selected: toPicker(value) } : {})}
      disabled={[...(min ? [{ before: toPicker(min) }] : []), ...(max ? [{ after: toPicker(max) }] : [])]}
      onSelect={(date) => date && onPick(fromPicker(date))}
      classNames={{
        root: 'relative',
        dropdowns: 'flex items-center gap-2',
        month_caption: 'flex h-[44px] items-center px-2 font-serif text-[1.1rem] font-semibold',
        nav: 'absolute right-0 top-0 flex',
        button_previous: `${CELL} hover:bg-sunk aria-disabled:opacity-40`,
        button_next: `${CELL} hover:bg-sunk aria-disabled:opacity-40`,
        chevron: 'h-5 w-5 fill-current',
        weekday: 'h-[30px] text-[0.8rem] font-normal text-faint',
        day: 'p-0 text-center',
        day_button: `${CELL} hover:bg-sunk disabled:text-faint disabled:opacity-50`,
        selected: '[&>button]:bg-verdigris [&>button]:font-bold [&>button]:text-on-verdigris',
        today: '[&>button]:border [&>button]:border-verdigris',
        outside: 'opacity-50',
      }}
    />
  );
}
