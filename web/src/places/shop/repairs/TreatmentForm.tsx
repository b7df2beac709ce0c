import type { TreatmentAsWorked, TreatmentInput } from '@upright-elder/contract';
import { WORK_STAGES } from '@upright-elder/core/treatments';
import { useState } from 'react';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { ListField } from '../../../fields/ListField.js';

/** A number as typed: comma and point are both the decimal mark. */
const numberOf = (text: string): number =>
  text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'));

type Spans = Record<'hands' | 'wait' | 'supplies', [string, string]>;
const SPANS: Record<keyof Spans, string> = {
  hands: 'Hands, hours',
  wait: 'Waits before tension, hours',
  supplies: 'Materials, as hours of the rate',
};

/** One treatment as the shop works it. */
export function TreatmentForm({ treatment, onDone }: { treatment: TreatmentAsWorked; onDone: () => void }) {
  const personId = usePersonId();
  const refresh = useRefresh();
  const [value, setValue] = useState(treatment);
  const [spans, setSpans] = useState<Spans>({
    hands: [String(treatment.hands[0]), String(treatment.hands[1])],
    wait: [String(treatment.wait[0]), String(treatment.wait[1])],
    supplies: [String(treatment.supplies[0]), String(treatment.supplies[1])],
  });
  const [materials, setMaterials] = useState(treatment.materials.join(', '));
  const [refused, setRefused] = useState<Record<string, string>>({});
  const save = async (putAway: boolean, said: string) => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return;
    }
    const span = (of: keyof Spans): [number, number] => [numberOf(spans[of][0]), numberOf(spans[of][1])];
    const { version, name, for: of, stage, gate } = value;
    const input: TreatmentInput = {
      version,
      by: personId,
      name,
      for: of,
      stage,
      gate,
      hands: span('hands'),
      wait: span('wait'),
      supplies: span('supplies'),
      materials: materials
        .split(',')
        .map((one) => one.trim())
        .filter(Boolean),
      putAway,
    };
    try {
      await send('PUT', `treatments/${value.id}`, input);
      await refresh();
      toast.success(said);
      onDone();
    } catch (error) {
      setRefused(refusals(error));
    }
  };
  const words = (field: 'name' | 'for' | 'gate', label: string) => (
    <label className="block sm:col-span-2">
      <span className="block text-[0.92rem] font-bold">{label}</span>
      <textarea
        className="field"
        rows={field === 'gate' ? 3 : 1}
        value={value[field]}
        onChange={({ target }) => setValue({ ...value, [field]: target.value })}
      />
      {refused[field] && <span className="text-ochre">▲ {refused[field]}</span>}
    </label>
  );
  return (
    <form
      className="mb-3 grid gap-3 border-l-4 border-verdigris py-2 pl-3 sm:grid-cols-2"
      aria-label={treatment.name || 'A treatment of our own'}
      onSubmit={(event) => {
        event.preventDefault();
        void save(false, 'The treatment is saved as the shop works it.');
      }}
    >
      {words('name', 'Name')}
      {words('for', 'For')}
      {value.own && (
        <ListField
          label="Place in the order"
          value={value.stage}
          options={WORK_STAGES.map((stage) => ({ value: stage, label: stage }))}
          onPick={(chosen) => setValue({ ...value, stage: chosen })}
        />
      )}
      {(Object.keys(SPANS) as (keyof Spans)[]).map((of) => (
        <fieldset key={of}>
          <legend className="text-[0.92rem] font-bold">{SPANS[of]}</legend>
          <span className="flex items-center gap-2">
            {([0, 1] as const).map((end) => (
              <input
                key={end}
                className="field"
                inputMode="decimal"
                aria-label={`${SPANS[of]}, ${end === 0 ? 'from' : 'to'}`}
                value={spans[of][end]}
                onChange={({ target }) =>
                  setSpans({
                    ...spans,
                    [of]: end === 0 ? [target.value, spans[of][1]] : [spans[of][0], target.value],
                  })
                }
              />
            ))}
          </span>
          {refused[of] && <span className="text-ochre">▲ {refused[of]}</span>}
        </fieldset>
      ))}
      <label className="block sm:col-span-2">
        <span className="block text-[0.92rem] font-bold">Materials, with commas between</span>
        <input className="field" value={materials} onChange={({ target }) => setMaterials(target.value)} />
      </label>
      {words('gate', 'What must be measured or confirmed before it starts')}
      <div className="flex flex-wrap gap-2 sm:col-span-2">
        <button type="submit" className="act">
          Save
        </button>
        <button type="button" className="quiet" onClick={onDone}>
          Close
        </button>
        {treatment.version > 0 && (
          <button
            type="button"
            className="quiet"
            onClick={() => void save(true, treatment.own ? 'It is not offered any more.' : 'Reset.')}
          >
            {treatment.own ? 'Archive it' : 'Reset'}
          </button>
        )}
      </div>
    </form>
  );
}
