import type { ReactNode } from 'react';

interface Props {
  /** of the control; what is said below it is found by `-hint` and `-refusal` after it */
  id: string;
  label: ReactNode;
  hideLabel?: boolean | undefined;
  /** the name stands beside the control, not above it */
  inline?: boolean | undefined;
  refusal?: string | undefined;
  hint?: ReactNode;
  children: ReactNode;
}

/** A control under its name, and under it what was wrong. */
export function Labelled({ id, label, hideLabel, inline, refusal, hint, children }: Props) {
  return (
    <div className={inline ? 'flex min-w-0 flex-wrap items-center gap-x-2' : 'min-w-0'}>
      <label
        id={`${id}-label`}
        htmlFor={id}
        className={hideLabel ? 'sr-only' : `block text-[0.9rem] ${inline ? '' : 'font-bold'}`}
      >
        {label}
      </label>
      {children}
      {hint && <div className="text-[0.88rem] text-faint">{hint}</div>}
      {refusal && (
        <div id={`${id}-refusal`} className="text-[0.88rem] text-ochre">
          ✕ {refusal}
        </div>
      )}
    </div>
  );
}
