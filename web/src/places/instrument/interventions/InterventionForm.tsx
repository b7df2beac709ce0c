import type { Examination, Intervention, InterventionInput } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { FormFoot } from '../../../app/FormFoot.js';
import { send } from '../../../data/api.js';
import { usePersonId } from '../../../data/person.js';
import { useVersionedForm } from '../../../data/useVersionedForm.js';
import { KindsField } from './KindsField.js';
import { sayDone } from './sayDone.js';
import { TreatmentsField } from './TreatmentsField.js';
import { ListField } from '../../../fields/ListField.js';
import { DayField } from '../../../fields/DayField.js';

type Edited = Pick<InterventionInput, 'version' | 'date' | 'kinds' | 'treatments' | 'note'> & {
  time: string;
  /** empty where it was before all examinations of its day */
  follows: string;
  why: string;
  hours: string;
};

interface Props {
  id: string;
  instrumentId: string;
  archtop: boolean;
  /** null for a new one */
  stored: Intervention | null;
  /** of the instrument, oldest first */
  examinations: readonly Examination[];
  today: string;
  onSaved: () => void;
}

/** Something that was done: entered with its day, or corrected with a reason. */
export function InterventionForm({ id, instrumentId, archtop, stored, examinations, today, onSaved }: Props) {
  const personId = usePersonId();
  const form = useVersionedForm<Edited>({
    draftKey: stored ? `intervention ${id}` : `new intervention of ${instrumentId}`,
    stored: stored ? editedOf(stored) : { ...NOTHING, date: today },
    names: {
      date: 'Day',
      time: 'Time',
      follows: 'After the examination',
      kinds: 'What was done',
      note: 'In words',
      hours: 'Hours at the bench',
    },
    say: (field, value) =>
      field === 'kinds'
        ? sayDone({ kinds: value as Edited['kinds'], treatments: [], changes: {}, note: '' })
        : String(value),
    send: ({ time, follows, why, ...value }) =>
      send('PUT', `interventions/${id}`, {
        ...value,
        instrumentId,
        by: personId,
        time: time || null,
        follows: follows || null,
        why: why || null,
      }),
    read: (current) => editedOf(current as Intervention),
    saved: 'What was done is saved.',
    onSaved,
  });
  const { value, change, refused } = form;
  const ofDay = examinations.filter(({ date, struck }) => date === value.date && !struck);
  return (
    <form
      className="mt-2 border-l-4 border-verdigris pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <KindsField
        label="What was done"
        archtop={archtop}
        kinds={value.kinds}
        refusal={refused.kinds}
        onKinds={(kinds) => change({ kinds })}
      />
      <TreatmentsField treatments={value.treatments} onChange={(treatments) => change({ treatments })} />
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="w-60">
          <DayField
            label="Day, or roughly when"
            roughly
            refusal={refused.date}
            max={today}
            value={value.date}
            onChange={(date) => change({ date, follows: '' })}
          />
        </div>
        <label className="text-[0.9rem] font-bold">
          Time, where known
          <input
            className="field block w-32 font-normal"
            placeholder="14:30"
            inputMode="numeric"
            autoComplete="off"
            value={value.time}
            onChange={(event) => change({ time: event.target.value })}
          />
        </label>
        <label className="text-[0.9rem] font-bold">
          Hours at the bench
          <input
            className="field block w-32 font-normal"
            placeholder="2.5 or 1:30"
            autoComplete="off"
            value={value.hours}
            onChange={(event) => change({ hours: event.target.value })}
          />
        </label>
        {ofDay.length > 0 && (
          <ListField
            label="On that day"
            value={value.follows}
            options={[
              { value: '', label: 'before it was examined' },
              ...ofDay.map((one, i) => ({
                value: one.id,
                label: `after ${ofDay.length === 1 ? 'the examination' : `examination ${i + 1}`} of${' '}${sayDate(one.date)}`,
              })),
            ]}
            onPick={(chosen) => change({ follows: chosen })}
          />
        )}
        <label className="min-w-64 grow text-[0.9rem] font-bold">
          In words
          <input
            className="field font-normal"
            autoComplete="off"
            value={value.note}
            onChange={(event) => change({ note: event.target.value })}
          />
        </label>
        {stored && (
          <label className="min-w-64 grow text-[0.9rem] font-bold">
            Why it is corrected
            <input
              className="field font-normal"
              autoComplete="off"
              value={value.why}
              aria-invalid={refused.why ? true : undefined}
              onChange={(event) => change({ why: event.target.value })}
            />
          </label>
        )}
      </div>
      {(['date', 'time', 'hours', 'follows', 'note', 'why'] as const).map(
        (field) =>
          refused[field] && (
            <p key={field} className="text-ochre">
              ✕ {refused[field]}
            </p>
          ),
      )}
      <button type="submit" className="act mt-3" disabled={form.saving || !form.dirty}>
        {stored ? 'Save the correction' : 'Enter it'}
      </button>
      <FormFoot form={form} what="entry" />
    </form>
  );
}

const NOTHING: Edited = {
  version: 0,
  date: '',
  time: '',
  follows: '',
  kinds: [],
  treatments: [],
  note: '',
  why: '',
  hours: '',
};

const editedOf = ({
  version,
  date,
  roughly,
  time,
  follows,
  kinds,
  treatments,
  note,
  hours = '',
}: Intervention): Edited => ({
  version,
  date: roughly || date,
  time: time ?? '',
  follows: follows ?? '',
  kinds,
  treatments,
  note,
  why: '',
  hours,
});
