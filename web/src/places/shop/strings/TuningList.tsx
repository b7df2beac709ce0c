import type { TuningAnswer, TuningInput } from '@upright-elder/contract';
import { parseNotes, sayNotes } from '@upright-elder/core/strings';
import { useState } from 'react';
import { WhatStoodBefore } from '../../../app/WhatStoodBefore.js';
import { FormFoot } from '../../../app/FormFoot.js';
import { send } from '../../../data/api.js';
import { newId } from '../../../data/ids.js';
import { useVersionedForm } from '../../../data/useVersionedForm.js';
import { TypedField } from '../../../fields/TypedField.js';
import { Tick } from '../../../fields/Tick.js';

/** Tunings: the house's, and the shop's own by the names of their notes. */
export function TuningList({ tunings }: { tunings: TuningAnswer[] }) {
  const [open, setOpen] = useState<string | null>(null);
  const opened = tunings.find(({ id }) => id === open);
  return (
    <section className="sheet p-5" aria-label="Tunings">
      <h2 className="text-[1.3rem]">Tunings</h2>
      <ul className="mt-1">
        {tunings.map(({ id, name, notes, house, retired }) => (
          <li
            key={id}
            className="flex min-h-[44px] flex-wrap items-center justify-between gap-x-4 border-b border-rule"
          >
            <span>
              {name}
              <span className="text-faint">
                {' '}
                · {sayNotes(notes)}
                {retired && ' · hidden'}
              </span>
            </span>
            {!house && (
              <button
                type="button"
                className="quiet"
                aria-expanded={open === id}
                aria-label={`Change ${name}`}
                onClick={() => setOpen(open === id ? null : id)}
              >
                Change
              </button>
            )}
          </li>
        ))}
      </ul>
      {open === null ? (
        <button type="button" className="quiet mt-3" onClick={() => setOpen(newId())}>
          Add a tuning
        </button>
      ) : (
        <TuningForm key={open} id={open} tuning={opened} onDone={() => setOpen(null)} />
      )}
    </section>
  );
}

const NEW: TuningInput = { version: 0, name: '', typed: '', retired: false };
const inputOf = ({ version, name, typed, retired }: TuningAnswer): TuningInput => ({
  version,
  name,
  typed,
  retired,
});

function understood(text: string): string {
  const read = parseNotes(text);
  return read.ok ? `${sayNotes(read.value)}, lowest first` : '';
}

function TuningForm({ id, tuning, onDone }: { id: string; tuning?: TuningAnswer; onDone: () => void }) {
  const form = useVersionedForm<TuningInput>({
    draftKey: tuning ? `tuning ${id}` : 'new tuning',
    stored: tuning ? inputOf(tuning) : NEW,
    names: { name: 'Name', typed: 'Notes', retired: 'Hidden' },
    send: (input, said) => send<TuningAnswer>('PUT', `tunings/${id}`, { ...input, ...said }),
    read: (current) => inputOf(current as TuningAnswer),
    saved: ({ name }) => `${name} is saved.`,
    onSaved: onDone,
  });
  const { value: input, change, refused } = form;
  return (
    <form
      className="mt-3 border-t-2 border-rule pt-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <h3 className="text-[1.1rem]">{tuning ? `Change ${tuning.name}` : 'A new tuning'}</h3>
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <label className="text-[0.9rem] font-bold">
          Name
          <input
            className="field font-normal"
            autoComplete="off"
            placeholder="such as tenor, C G D A"
            value={input.name}
            aria-invalid={refused.name ? true : undefined}
            onChange={(event) => change({ name: event.target.value })}
          />
          {refused.name && <span className="block font-normal text-ochre">✕ {refused.name}</span>}
        </label>
        <TypedField
          label="Notes, lowest string first"
          value={input.typed}
          parse={parseNotes}
          understood={understood}
          refusal={refused.typed}
          hint="such as E A D G B E, or with octaves C3 G3 D4 A4"
          onChange={(typed) => change({ typed })}
        />
      </div>
      <Tick
        label="Hidden: no longer offered; instruments tuned so keep it"
        checked={input.retired}
        onChange={(checked) => change({ retired: checked })}
        className="mt-1"
      />
      <div className="mt-1 flex gap-2">
        <button type="submit" className="act" disabled={form.saving}>
          Save the tuning
        </button>
        <button type="button" className="quiet" onClick={onDone}>
          Leave it
        </button>
      </div>
      {tuning && (
        <WhatStoodBefore
          table="tuning"
          id={id}
          names={{ name: 'Name', typed: 'Notes', notes: 'As they are', retired: 'Hidden' }}
          say={{ notes: (notes) => sayNotes(notes as number[]) }}
        />
      )}
      <FormFoot what="tuning" form={form} />
    </form>
  );
}
