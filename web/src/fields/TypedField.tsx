import type { Question } from '@upright-elder/core/readings';
import type { Parsed } from '@upright-elder/core/units';
import { useId, type KeyboardEvent, type ReactNode, type Ref } from 'react';

interface Props {
  label: string;
  value: string;
  onChange: (text: string) => void;
  /** what the text means, or what was wrong with it */
  parse: (text: string) => Parsed<unknown>;
  /** how an understood text is shown, in the units it was not typed in */
  understood: (text: string) => string;
  unit?: string;
  /** said by the server about this field */
  refusal?: string;
  hint?: string;
  hideLabel?: boolean;
  disabled?: boolean;
  inputRef?: Ref<HTMLInputElement>;
  onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
  onFocus?: () => void;
  onBlur?: () => void;
  /** what was understood is not said */
  unspoken?: boolean;
  /** one question about an understood text that is probably something else */
  question?: (text: string) => Question | null;
  /** stands under the field after what was understood */
  note?: ReactNode;
  placeholder?: string;
  /** Enter passes it by */
  aside?: boolean;
}

/**
 * A field that takes what a luthier writes. What was typed always stays; beneath it stands what was understood, or
 * what was wrong and what would be accepted.
 */
export function TypedField(props: Props) {
  const id = useId();
  const {
    label,
    value,
    onChange,
    parse,
    understood,
    unit,
    refusal,
    hint,
    hideLabel,
    disabled,
    inputRef,
    onKeyDown,
    onFocus,
    onBlur,
    unspoken,
    note,
    question,
    placeholder,
    aside,
  } = props;
  const blank = value.trim() === '';
  const result = blank ? null : parse(value);
  const wrong = refusal ?? (result && !result.ok ? `${result.reason}. Accepted: ${result.accepted}.` : null);
  const asked = !wrong && result?.ok ? (question?.(value) ?? null) : null;
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'block text-[0.9rem] font-bold'}>
        {label}
      </label>
      <div className="relative">
        <input
          id={id}
          ref={inputRef}
          className={`field text-[1.2rem] ${unit ? (unit.length > 2 ? 'pr-14' : 'pr-10') : ''}`}
          value={value}
          placeholder={placeholder}
          disabled={disabled}
          autoComplete="off"
          spellCheck={false}
          aria-invalid={wrong ? true : undefined}
          aria-describedby={`${id}-below`}
          onChange={(event) => onChange(event.target.value)}
          onKeyDown={onKeyDown}
          onFocus={onFocus}
          onBlur={onBlur}
          data-aside={aside || undefined}
        />
        {unit && (
          <span className="pointer-events-none absolute inset-y-0 right-2 flex items-center text-[0.9rem] text-faint">
            {unit}
          </span>
        )}
      </div>
      <div id={`${id}-below`} className="min-h-[1.3em] text-[0.85rem] leading-snug">
        {wrong ? (
          <span className="text-ochre">✕ {wrong}</span>
        ) : result?.ok && !unspoken ? (
          <span className="text-faint">= {understood(value)}</span>
        ) : (
          <span className="text-faint">{hint ?? ''}</span>
        )}
        {asked && <Asked question={asked} onInstead={onChange} />}
        {note}
      </div>
    </div>
  );
}

/** A question that is answered with a touch, or left: what was typed stays until somebody says otherwise. */
function Asked({ question, onInstead }: { question: Question; onInstead: (text: string) => void }) {
  const { words, instead } = question;
  return (
    <div className="font-bold text-ochre" role="status">
      ▲ {words}
      {instead !== null && (
        <button
          type="button"
          className="ml-2 min-h-[44px] font-normal underline print:hidden"
          data-aside
          onClick={() => onInstead(instead)}
        >
          Take {instead}
        </button>
      )}
    </div>
  );
}
