import type { TuningAnswer } from '@upright-elder/contract';
import { notesOf, setTension, type StringSpec } from '@upright-elder/core/strings';
import { parseLength } from '@upright-elder/core/units';
import { useState } from 'react';
import { LengthField } from '../../../fields/LengthField.js';
import { PullTable } from '../../../fields/PullTable.js';
import { ListField } from '../../../fields/ListField.js';

/** A common scale, to begin with. */
const COMMON_SCALE = '645';

/** What a set pulls, at a scale and a tuning that are tried here. */
export function AtPitch({
  strings,
  paired,
  tunings,
}: {
  strings: readonly StringSpec[];
  paired: boolean;
  tunings: readonly TuningAnswer[];
}) {
  const [scale, setScale] = useState(COMMON_SCALE);
  const [chosen, setChosen] = useState('standard');
  const set = { strings, paired };
  const fitting = tunings.filter((one) => notesOf(set, one) !== null);
  const tuning = fitting.find(({ id }) => id === chosen) ?? fitting[0];
  const length = parseLength(scale, 'mm');
  const usable = length.ok && length.value >= 0.3 && length.value <= 1;
  const tension = tuning && usable ? setTension(set, tuning, length.value) : null;
  return (
    <section aria-label="Pull at pitch" className="mt-3 border-t-2 border-rule pt-3">
      <h3 className="text-[1.1rem]">What it pulls</h3>
      <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <ListField
          label="Tuned to"
          value={tuning?.id ?? ''}
          options={fitting.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={(chosen) => setChosen(chosen)}
        />
        <LengthField label="Scale length" unit="mm" value={scale} onChange={setScale} />
      </div>
      {!tuning && (
        <p className="text-[0.95rem] text-faint">
          No tuning names {strings.length} {paired ? 'strings in pairs' : 'strings'} yet: add one below.
        </p>
      )}
      {length.ok && !usable && (
        <p className="text-ochre">✕ No guitar’s scale. Accepted: from 300 to 1000 mm (12 to 39 in).</p>
      )}
      {tension && <PullTable tension={tension} label="What each string pulls" />}
    </section>
  );
}
