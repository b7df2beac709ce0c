import type { StringSetAnswer, StringSetInput, TuningAnswer } from '@upright-elder/contract';
import { GAUGE_UNITS } from '@upright-elder/contract/lists';
import { MOST_STRINGS, readString, type TypedString } from '@upright-elder/core/strings';
import { WhatStoodBefore } from '../../../app/WhatStoodBefore.js';
import { FormFoot } from '../../../app/FormFoot.js';
import { send } from '../../../data/api.js';
import { useVersionedForm } from '../../../data/useVersionedForm.js';
import { AtPitch } from './AtPitch.js';
import { StringRow } from './StringRow.js';
import { GAUGE_UNIT_NAMES, sayString } from './words.js';
import { ListField } from '../../../fields/ListField.js';
import { Tick } from '../../../fields/Tick.js';

const inputOf = ({ version, name, unit, typed, paired, retired }: StringSetAnswer): StringSetInput => ({
  version,
  name,
  unit,
  typed,
  paired,
  retired,
});

/** A string set of the shop's own, string by string. */
export function SetEditor({ set, tunings }: { set: StringSetAnswer; tunings: TuningAnswer[] }) {
  const { id, version } = set;
  const form = useVersionedForm<StringSetInput>({
    draftKey: version === 0 ? 'new string set' : `string set ${id}`,
    stored: inputOf(set),
    names: {
      name: 'Name',
      unit: 'Gauges are in',
      typed: 'Strings',
      paired: 'Strings in pairs',
      retired: 'Hidden',
    },
    say: (field, value) =>
      field === 'typed'
        ? (value as TypedString[]).map(sayString).join('; ')
        : typeof value === 'boolean'
          ? value
            ? 'yes'
            : 'no'
          : String(value),
    send: (input, said) => send<StringSetAnswer>('PUT', `string-sets/${id}`, { ...input, ...said }),
    read: (current) => inputOf(current as StringSetAnswer),
    saved: ({ name }) => `${name} is saved.`,
  });
  const { value: input, change, refused } = form;
  const { typed, unit, paired } = input;
  const read = typed.map((one) => readString(one, unit));
  const strings = read.flatMap((one) => (one.ok ? [one.value] : []));
  const row = (i: number, part: Partial<TypedString>) =>
    change({ typed: typed.map((one, k) => (k === i ? { ...one, ...part } : one)) });
  // instruments may be strung with a set that is stored
  const stored = version > 0;
  return (
    <form
      className="sheet p-5"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <h2 className="text-[1.3rem]">{set.name || 'A set of our own'}</h2>
      <p className="text-[0.92rem] text-faint">
        Thinnest string first. Changing a stored set changes what is worked out for every instrument strung
        with it; where other strings were put on, make another set and choose it on the instrument.
      </p>
      <div className="mt-1 grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <label className="text-[0.9rem] font-bold">
          Name
          <input
            className="field font-normal"
            autoComplete="off"
            value={input.name}
            aria-invalid={refused.name ? true : undefined}
            onChange={(event) => change({ name: event.target.value })}
          />
          {refused.name && <span className="block font-normal text-ochre">✕ {refused.name}</span>}
        </label>
        <ListField
          label="A bare number is in"
          value={unit}
          options={GAUGE_UNITS.map((one) => ({ value: one, label: GAUGE_UNIT_NAMES[one] }))}
          onPick={(chosen) => change({ unit: chosen })}
        />
      </div>
      <Tick
        label="Strings in pairs, as on a twelve-string"
        checked={paired}
        onChange={(checked) => change({ paired: checked })}
        disabled={stored}
        className="mt-1"
      />
      {refused.paired && <p className="text-ochre">✕ {refused.paired}</p>}
      <ol className="mt-1">
        {typed.map((one, i) => {
          const result = read[i]!;
          return (
            <StringRow
              key={i}
              number={i + 1}
              string={one}
              paired={paired}
              faults={result.ok ? [] : result.faults}
              saidByServer={(['gauge', 'core'] as const).flatMap(
                (field) => refused[`typed.${i}.${field}`] ?? [],
              )}
              onChange={(part) => row(i, part)}
              onRemove={
                stored || typed.length === 1 ? null : () => change({ typed: typed.filter((_, k) => k !== i) })
              }
            />
          );
        })}
      </ol>
      {refused.typed && <p className="text-ochre">✕ {refused.typed}</p>}
      {!stored && typed.length < MOST_STRINGS && (
        <button
          type="button"
          className="quiet mt-2"
          onClick={() => change({ typed: [...typed, { ...typed.at(-1)!, gauge: '', core: '' }] })}
        >
          Add a string
        </button>
      )}
      {strings.length === typed.length && <AtPitch strings={strings} paired={paired} tunings={tunings} />}
      <Tick
        label="Hidden: no longer offered; instruments strung with it keep it"
        checked={input.retired}
        onChange={(checked) => change({ retired: checked })}
        className="mt-2"
      />
      <button type="submit" className="act mt-1" disabled={form.saving}>
        Save the set
      </button>
      {stored && (
        <WhatStoodBefore
          table="string_set"
          id={id}
          names={{
            name: 'Name',
            unit: 'Gauges in',
            typed: 'Strings',
            strings: 'As they are',
            paired: 'In pairs',
            retired: 'Hidden',
          }}
          say={{
            typed: (all) => (all as TypedString[]).map(sayString).join('; '),
            strings: (all) => `${(all as unknown[]).length} strings`,
          }}
        />
      )}
      <FormFoot what="string set" form={form} />
    </form>
  );
}
