import type { Room, RoomKind } from '@upright-elder/contract';
import { ROOM_KINDS } from '@upright-elder/contract/lists';
import { useState, type FormEvent } from 'react';
import { send } from '../../data/api.js';
import { useRefresh } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { usePersonId } from '../../data/person.js';
import { refusals } from '../../data/save.js';
import { KIND_NAMES } from './kinds.js';
import { ListField } from '../../fields/ListField.js';

/** A new room: its name, and what it is, since a case and a loft are believed to behave differently. */
export function AddRoom({ label = 'Another room' }: { label?: string }) {
  const [name, setName] = useState('');
  const [kind, setKind] = useState<RoomKind | ''>('');
  const [id, setId] = useState(newId);
  const [refused, setRefused] = useState<Record<string, string>>({});
  const by = usePersonId();
  const refresh = useRefresh();
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (kind === '') {
      setRefused({ kind: 'say what it is' });
      return;
    }
    try {
      await send<Room>('PUT', `rooms/${id}`, {
        version: 0,
        name: name.trim(),
        notes: '',
        logger: '',
        kind,
        by,
      });
      setName('');
      setKind('');
      setId(newId());
      setRefused({});
      await refresh();
    } catch (error) {
      setRefused(refusals(error));
    }
  };
  return (
    <form onSubmit={(event) => void add(event)} className="mt-3" noValidate>
      <label className="text-[0.9rem] font-bold">
        {label}
        <input
          className="field font-normal"
          value={name}
          onChange={(event) => setName(event.target.value)}
          autoComplete="off"
          aria-invalid={refused.name ? true : undefined}
        />
      </label>
      {refused.name && <p className="text-ochre">✕ {refused.name}</p>}
      <div className="mt-2">
        <ListField
          label="It is"
          value={kind}
          options={[
            { value: '', label: 'choose what it is' },
            ...ROOM_KINDS.map((one) => ({ value: one, label: KIND_NAMES[one] })),
          ]}
          onPick={(chosen) => setKind(chosen)}
        />
      </div>
      {refused.kind && <p className="text-ochre">✕ {refused.kind}</p>}
      <button type="submit" className="quiet mt-2">
        Add the room
      </button>
    </form>
  );
}
