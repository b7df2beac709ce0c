import type { Forecast, Instrument, InstrumentInput } from '@upright-elder/contract';
import { parseStorageEnd } from '@upright-elder/core/instrument';
import { useState } from 'react';
import { FormFoot } from '../../../app/FormFoot.js';
import { send } from '../../../data/api.js';
import { useInstrument, useRooms } from '../../../data/hooks.js';
import { usePersonId } from '../../../data/person.js';
import { useVersionedForm } from '../../../data/useVersionedForm.js';
import { TypedField } from '../../../fields/TypedField.js';
import { understoodPercent } from '../../../fields/understood.js';
import { formOf, inputOf } from '../details/form.js';
import { ListField } from '../../../fields/ListField.js';

interface KeptForm {
  version: number;
  keptRoomId: string;
  keptFrom: string;
  keptTo: string;
}

const keptOf = ({ version, keptRoomId, keptFrom = '', keptTo = '' }: Instrument): KeptForm => ({
  version,
  keptRoomId: keptRoomId ?? '',
  keptFrom,
  keptTo,
});

const WHOSE: Record<Forecast['kept']['from'], string> = {
  band: 'the middle of its owner’s band',
  room: 'the mean of the room it will live in',
  assumed: 'assumed; set where it will live',
};

/** The humidity from which season is counted: said beside the sentences, and changed there. */
export function StorageHumidity({ id, kept }: { id: string; kept: Forecast['kept'] }) {
  const [open, setOpen] = useState(false);
  const { data: instrument } = useInstrument(id);
  return (
    <section aria-label="Where it will live" className="sheet mb-2 px-4 py-2">
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <p>
          Figures are for <strong className="tabular-nums">{Math.round(kept.humidity)} % RH</strong>
          <span className="text-faint">, {WHOSE[kept.from]}</span>.
        </p>
        <button
          type="button"
          className="min-h-[44px] underline print:hidden"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Close' : 'Change'}
        </button>
      </div>
      {open && instrument && <KeptFields instrument={instrument} onSaved={() => setOpen(false)} />}
    </section>
  );
}

function KeptFields({ instrument, onSaved }: { instrument: Instrument; onSaved: () => void }) {
  const by = usePersonId();
  const { data: rooms = [] } = useRooms();
  const form = useVersionedForm<KeptForm>({
    draftKey: `kept ${instrument.id}`,
    stored: keptOf(instrument),
    names: { keptRoomId: 'In the room', keptFrom: 'From', keptTo: 'To' },
    say: (field, value) =>
      field === 'keptRoomId' ? (rooms.find(({ id }) => id === value)?.name ?? 'none') : String(value),
    send: ({ version, keptRoomId, keptFrom, keptTo }) =>
      send<Instrument>('PUT', `instruments/${instrument.id}`, {
        ...inputOf(formOf(instrument), by ?? ''),
        version,
        keptRoomId: keptRoomId === '' ? null : keptRoomId,
        keptFrom,
        keptTo,
      } satisfies InstrumentInput),
    read: (current) => keptOf(current as Instrument),
    saved: 'Where it will live is saved.',
    onSaved,
  });
  const { value, change, refused } = form;
  const inRoom = value.keptRoomId !== '';
  return (
    <form
      className="grid gap-x-4 border-t border-rule pt-2 sm:grid-cols-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <ListField
        label="In a room that is followed"
        value={value.keptRoomId}
        options={[
          { value: '', label: 'no, between these humidities' },
          ...rooms
            .filter(({ id, struck }) => !struck || id === value.keptRoomId)
            .map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onPick={(chosen) => change({ keptRoomId: chosen })}
      />
      {!inRoom &&
        (
          [
            ['keptFrom', 'From', '42'],
            ['keptTo', 'To', '52'],
          ] as const
        ).map(([field, label, such]) => (
          <TypedField
            key={field}
            label={label}
            unit="% RH"
            placeholder={`such as ${such}`}
            value={value[field]}
            onChange={(text) => change({ [field]: text })}
            parse={parseStorageEnd}
            understood={understoodPercent}
            refusal={refused[field]}
          />
        ))}
      {!by && <p className="col-span-full text-ochre">▲ Choose who you are first, at the top of the page.</p>}
      <div className="col-span-full mt-2">
        <button type="submit" className="act" disabled={!form.dirty || form.saving || !by}>
          Save
        </button>
      </div>
      <div className="col-span-full">
        <FormFoot what="humidity" form={form} />
      </div>
    </form>
  );
}
