import { NOT_KNOWN } from '@upright-elder/core/construction';
import type { ReactNode } from 'react';
import {
  Controller,
  type Control,
  type FieldPath,
  type FieldValues,
  type UseFormRegisterReturn,
} from 'react-hook-form';
import { ListField } from '../../../fields/ListField.js';

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

/** One of a list, in a form of react-hook-form. */
export function Select<F extends FieldValues>({
  label,
  control,
  name,
  options,
  error,
  onPicked,
}: {
  label: string;
  control: Control<F>;
  name: FieldPath<F>;
  options: [string, string][];
  error?: string | undefined;
  /** what else follows from it */
  onPicked?: (value: string) => void;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <ListField
          label={label}
          value={String(field.value ?? '')}
          options={options.map(([value, said]) => ({ value, label: said }))}
          onPick={(value) => {
            field.onChange(value);
            onPicked?.(value);
          }}
          refusal={error}
        />
      )}
    />
  );
}
