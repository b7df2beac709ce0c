import {
  isDay,
  parseDate,
  parseRoughDay,
  sayDate,
  writeDate,
  type DateOrder,
} from '@upright-elder/core/days';
import type { Parsed } from '@upright-elder/core/units';
import { CalendarDays } from 'lucide-react';
import { Popover } from 'radix-ui';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { useShop } from '../data/hooks.js';
import { TypedField } from './TypedField.js';

const Calendar = lazy(() => import('./Calendar.js'));

interface Props {
  label: string;
  /** ISO date; empty where none was said; a text that is no date stays as it was typed */
  value: string;
  /** what cannot be read goes out as it was typed, so that it is refused rather than saved as the former day */
  onChange: (date: string) => void;
  /** only once the field is left, or with Enter */
  late?: boolean;
  /** takes a time that is only roughly known too */
  roughly?: boolean;
  max?: string;
  min?: string;
  refusal?: string;
  hideLabel?: boolean;
  disabled?: boolean;
  aside?: boolean;
  hint?: string;
  note?: ReactNode;
}

/** Between which days a time lies that is only roughly known. */
function sayRoughly(text: string, today: string): string {
  const rough = parseRoughDay(text, today);
  if (!rough.ok) return '';
  const { from, to } = rough.value;
  if (from === null && to === null) return 'counted as done before everything that was examined';
  if (from === null) return `${sayDate(to!)} or earlier`;
  return to === null ? `${sayDate(from)} or later` : `between ${sayDate(from)} and ${sayDate(to)}`;
}

/** A day, typed in the shop's order or picked from a calendar. */
export function DayField(props: Props) {
  const { label, value, onChange, late, roughly, max, min, refusal, hideLabel, disabled, aside, hint, note } =
    props;
  const { data: shop } = useShop();
  const order: DateOrder = shop?.dateOrder ?? 'day first';
  const today = shop?.today ?? max ?? value;
  const [open, setOpen] = useState(false);
  // what is being typed, until it stands for the day that is known outside
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string): Parsed<string> => {
    const result = parseDate(text, order, today);
    if (!result.ok) {
      const rough = roughly ? parseRoughDay(text, today) : result;
      return rough.ok ? { ok: true, value: text.trim() } : rough;
    }
    const [day, accepted] = [
      result.value,
      `a day ${min ? `from ${sayDate(min)} ` : ''}${max ? `up to ${sayDate(max)}` : ''}`,
    ];
    if (max && day > max) return { ok: false as const, reason: `${sayDate(day)} is yet to come`, accepted };
    if (min && day < min) return { ok: false as const, reason: `${sayDate(day)} is too early`, accepted };
    return result;
  };
  const send = (text: string) => {
    const result = read(text);
    onChange(result.ok ? result.value : text.trim());
  };
  const settle = () => {
    if (typed === null) return;
    if (late) send(typed);
    if (typed.trim() === '' || read(typed).ok) setTyped(null);
  };
  const shown = typed ?? (isDay(value) ? writeDate(value, order) : value);
  return (
    <div className="flex items-start gap-1">
      <div className="min-w-0 grow">
        <TypedField
          label={label}
          hideLabel={hideLabel}
          aside={aside}
          disabled={disabled}
          value={shown}
          onChange={(text) => {
            setTyped(text);
            if (!late) send(text);
          }}
          onBlur={settle}
          onKeyDown={(event) => event.key === 'Enter' && settle()}
          parse={read}
          understood={(text) => {
            const result = read(text);
            if (!result.ok) return '';
            return isDay(result.value) ? sayDate(result.value, 'long') : sayRoughly(result.value, today);
          }}
          unspoken={typed === null && isDay(value)}
          // what is wrong with a text as the shop writes days, rather than as the server stores them
          refusal={shown.trim() === '' || read(shown).ok ? refusal : undefined}
          hint={hint}
          note={note}
        />
      </div>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          className={`quiet px-2.5 ${hideLabel ? '' : 'mt-[1.3rem]'}`}
          aria-label={`${label}: pick from a calendar`}
          disabled={disabled}
          data-aside
        >
          <CalendarDays size={20} aria-hidden />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content align="end" sideOffset={4} className="sheet z-40 p-2 shadow-lg">
            <Suspense fallback={<p>Fetching…</p>}>
              <Calendar
                value={isDay(value) ? value : ''}
                today={today}
                min={min}
                max={max}
                weekStart={order === 'month first' ? 0 : 1}
                onPick={(date) => {
                  setTyped(null);
                  onChange(date);
                  setOpen(false);
                }}
              />
            </Suspense>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}
