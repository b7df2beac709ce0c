import type { Acting, Bench, EventDraft, Folded, Step } from '@upright-elder/core/jobs';
import { useState } from 'react';
import { DayField } from '../../fields/DayField.js';
import { ListField } from '../../fields/ListField.js';

/** A blank of a form by its name: words, a number, a day, a time of today, or one of a list. */
export type Blank =
  | { kind: 'words'; label: string; may?: true; long?: true; example?: string }
  | { kind: 'number'; label: string; may?: true; from: number; to: number; whole?: true }
  | { kind: 'day'; label: string; may?: true }
  | { kind: 'one of'; label: string; options: (of: Of) => { value: string; label: string }[] };
export interface Of {
  job: Folded;
  bench: Bench;
  /** the step that is open on the page */
  step?: Step;
}
export type Said = Record<string, string>;

/** Something that can be said of a job, as a form: what it asks, what it writes, and where it can be said at all. */
export interface JobForm {
  label: string;
  blanks: Record<string, Blank>;
  write: (said: Said, acting: Acting, of: Of) => EventDraft[];
  done: string;
  when?: (of: Of) => boolean;
  /** what it breaks, in sentences */
  breaks?: (said: Said, of: Of) => string[];
}

export const listed = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

/** Forms as buttons, one open at a time. */
export function SaidForms({
  forms,
  of,
  acting,
  act,
}: {
  forms: readonly JobForm[];
  of: Of;
  acting: () => Acting;
  act: (drafts: readonly EventDraft[], said: string) => void;
}) {
  const [asked, setAsked] = useState<JobForm | null>(null);
  return (
    <>
      <div className="mt-3 flex flex-wrap gap-2">
        {forms
          .filter(({ when }) => when?.(of) ?? true)
          .map((form) => (
            <button
              key={form.label}
              type="button"
              className="quiet"
              aria-expanded={asked === form}
              onClick={() => setAsked(asked === form ? null : form)}
            >
              {form.label}
            </button>
          ))}
      </div>
      {asked && (
        <FormOf
          key={asked.label}
          form={asked}
          of={of}
          onSay={(said) => {
            act(asked.write(said, acting(), of), asked.done);
            setAsked(null);
          }}
        />
      )}
    </>
  );
}

/** Why what stands in a blank cannot be taken; null where it can. */
function wrongIn(blank: Blank, text: string): string | null {
  if (blank.kind !== 'number' || text.trim() === '') return null;
  const value = Number(text.trim().replace(',', '.'));
  const fits = Number.isFinite(value) && value >= blank.from && value <= blank.to;
  return fits && (!blank.whole || Number.isInteger(value))
    ? null
    : `“${text}” does not fit. Accepted: a${blank.whole ? ' whole' : ''} number from ${blank.from} to ${blank.to}.`;
}

function FormOf({ form, of, onSay }: { form: JobForm; of: Of; onSay: (said: Said) => void }) {
  const blanks = Object.entries(form.blanks);
  const [said, setSaid] = useState<Said>(() =>
    Object.fromEntries(
      blanks.map(([name, blank]) => [
        name,
        blank.kind === 'one of' ? (blank.options(of)[0]?.value ?? '') : '',
      ]),
    ),
  );
  const set = (name: string) => (value: string) => setSaid({ ...said, [name]: value });
  const missing = blanks.some(
    ([name, blank]) => said[name]!.trim() === '' && !('may' in blank && blank.may === true),
  );
  const wrong = blanks.map(([name, blank]) => wrongIn(blank, said[name]!)).find((one) => one !== null);
  const breaks = form.breaks?.(said, of) ?? [];
  return (
    <form
      className="mt-3 border-l-4 border-verdigris pl-3"
      aria-label={form.label}
      onSubmit={(event) => {
        event.preventDefault();
        if (missing || wrong) return;
        onSay(Object.fromEntries(Object.entries(said).map(([name, value]) => [name, value.trim()])));
      }}
    >
      <div className="grid max-w-[46rem] gap-3 sm:grid-cols-2">
        {blanks.map(([name, blank]) =>
          blank.kind === 'one of' ? (
            <ListField
              key={name}
              label={blank.label}
              value={said[name]!}
              options={blank.options(of)}
              onPick={set(name)}
            />
          ) : blank.kind === 'day' ? (
            <DayField key={name} label={blank.label} value={said[name]!} onChange={set(name)} />
          ) : (
            <label
              key={name}
              className={`text-[0.95rem] font-bold ${blank.kind === 'words' && blank.long ? 'sm:col-span-2' : ''}`}
            >
              {blank.label}
              {blank.may && <span className="font-normal text-faint"> (if known)</span>}
              <input
                className="field font-normal"
                autoComplete="off"
                maxLength={500}
                inputMode={blank.kind === 'number' ? 'decimal' : 'text'}
                placeholder={blank.kind === 'words' ? blank.example : undefined}
                value={said[name]}
                onChange={(event) => set(name)(event.target.value)}
              />
            </label>
          ),
        )}
      </div>
      {wrong && <p className="mt-1 text-ochre">✕ {wrong}</p>}
      {breaks.map((one) => (
        <p key={one} className="mt-1 text-ochre">
          ▲ {one}
        </p>
      ))}
      <button type="submit" className="act mt-3" disabled={missing || wrong !== undefined}>
        {form.label}
      </button>
    </form>
  );
}
