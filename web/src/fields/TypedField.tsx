import type { Parsed } from '@upright-elder/core';
import { useId, type KeyboardEvent, type Ref } from 'react';

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
  } = props;
  const blank = value.trim() === '';
  const result = blank ? null : parse(value);
  const wrong = refusal ?? (result && !result.ok ? `${result.reason}. Accepted: ${result.accepted}.` : null);
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'block text-[0.9rem] font-bold'}>
        {label}
      </label>
      <div className="relative">
        <input
          id={id}
          ref={inputRef}
          className={`field text-[1.2rem] ${unit ? 'pr-16' : ''}`}
          value={value}
          disabled={disabled}
          autoComplete="off"
          spellCheck={false}
          aria-invalid={wrong ? true : undefined}
          aria-describedby={`${id}-below`}
          onChange={(event) => onChange(event.target.value)}
          onKeyDown={onKeyDown}
        />
        {unit && (
          <span className="pointer-events-none absolute inset-y-0 right-3 flex items-center text-[0.9rem] text-faint">
            {unit}
          </span>
        )}
      </div>
      <p id={`${id}-below`} className="min-h-[1.4em] text-[0.88rem] leading-snug">
        {wrong ? (
          <span className="text-ochre">✕ {wrong}</span>
        ) : result?.ok ? (
          <span className="text-faint">= {understood(value)}</span>
        ) : (
          <span className="text-faint">{hint ?? ''}</span>
        )}
      </p>
    </div>
  );
}
