import { NOT_KNOWN } from '@upright-elder/core/build';
import type { ReactNode } from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';

/** Nothing is chosen for anybody. */
export const CHOOSE: [string, string][] = [['', 'choose']];
export const UNKNOWN: [string, string] = [NOT_KNOWN, 'not known'];

export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 font-serif text-[1.3rem] font-semibold">{title}</legend>
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2 lg:grid-cols-4">{children}</div>
    </fieldset>
  );
}

export function Text({
  label,
  field,
  error,
  inputMode,
}: {
  label: string;
  field: UseFormRegisterReturn;
  error?: string;
  inputMode?: 'numeric';
}) {
  return (
    <label className="block text-[0.9rem] font-bold">
      {label}
      <input
        className="field text-[1.05rem] font-normal"
        autoComplete="off"
        inputMode={inputMode}
        aria-invalid={error ? true : undefined}
        {...field}
      />
      {error && <span className="block text-[0.88rem] font-normal text-ochre">✕ {error}</span>}
    </label>
  );
}

export function Select({
  label,
  field,
  options,
  error,
}: {
  label: string;
  error?: string;
  field: UseFormRegisterReturn;
  options: [string, string][];
}) {
  return (
    <label className="block text-[0.9rem] font-bold">
      {label}
      <select className="field text-[1.05rem] font-normal" aria-invalid={error ? true : undefined} {...field}>
        {options.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      {error && <span className="block text-[0.88rem] font-normal text-ochre">✕ {error}</span>}
    </label>
  );
}
