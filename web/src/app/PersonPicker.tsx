import { useEffect, useMemo } from 'react';
import { usePeople } from '../data/hooks.js';
import { pickPerson, usePersonId } from '../data/person.js';

/** Who is at the bench. */
export function PersonPicker() {
  const { data: people } = usePeople();
  const personId = usePersonId();
  const here = useMemo(() => people?.filter(({ struck }) => !struck), [people]);
  useEffect(() => {
    // only where nobody was ever picked here, or who was picked is no longer in the shop
    if (here?.length && !here.some(({ id }) => id === personId)) pickPerson(here[0]!.id);
  }, [here, personId]);
  if (!here || here.length === 0) return null;
  return (
    <label className="flex items-center gap-2">
      <span className="sr-only text-[0.9rem] text-faint md:not-sr-only">At the bench</span>
      <select
        className="field w-auto"
        value={personId ?? ''}
        onChange={(event) => pickPerson(event.target.value)}
      >
        {here.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
