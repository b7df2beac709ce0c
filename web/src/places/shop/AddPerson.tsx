import type { Person, Role } from '@upright-elder/contract';
import { ROLES } from '@upright-elder/contract/lists';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { send } from '../../data/api.js';
import { useRefresh } from '../../data/hooks.js';
import { newId } from '../../data/ids.js';
import { pickPerson, usePersonId } from '../../data/person.js';
import { refusals } from '../../data/save.js';
import { useUndoable } from '../../data/undo.js';
import { ListField } from '../../fields/ListField.js';

export function AddPerson({ first = false }: { first?: boolean }) {
  const [id, setId] = useState(newId);
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>(first ? 'master' : 'luthier');
  const [refusal, setRefusal] = useState<string>();
  const refresh = useRefresh();
  const by = usePersonId();
  const undoable = useUndoable();
  const add = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const person = await send<Person>('PUT', `people/${id}`, { version: 0, name: name.trim(), role, by });
      if (first) pickPerson(person.id);
      if (first || !by) toast.success(`${person.name} is at the bench.`);
      else
        undoable(`${person.name} is added. Who is at the bench stays as it was.`, () =>
          send('PUT', `strikes/person/${person.id}`, { struck: true, why: 'added by mistake', by }),
        );
      setName('');
      setId(newId());
      setRefusal(undefined);
      await refresh();
    } catch (error) {
      setRefusal(refusals(error).name);
    }
  };
  return (
    <form onSubmit={(event) => void add(event)} className="mt-3 flex flex-wrap items-end gap-3">
      <label className="text-[0.9rem] font-bold">
        Name
        <input
          className="field block w-64 font-normal"
          // an empty shop begins here
          autoFocus={first}
          value={name}
          aria-invalid={refusal ? true : undefined}
          onChange={(event) => setName(event.target.value)}
          autoComplete="off"
        />
      </label>
      <ListField
        label="Role"
        value={role}
        options={ROLES.map((one) => ({ value: one, label: one }))}
        onPick={(chosen) => setRole(chosen)}
        className="w-40"
      />
      <button type="submit" className="act">
        Add
      </button>
      {refusal && <p className="w-full text-ochre">✕ {refusal}</p>}
    </form>
  );
}
