import { useEffect } from 'react';
import { usePeople } from '../data/hooks.js';
import { pickPerson, usePersonId } from '../data/person.js';

/** Who is at the bench. */
export function PersonPicker() {
  const { data: people } = usePeople();
  const personId = usePersonId();
  useEffect(() => {
    if (people?.length && !people.some(({ id }) => id === personId)) pickPerson(people[0]!.id);
  }, [people, personId]);
  if (!people || people.length === 0) return null;
  return (
    <label className="flex items-center gap-2">
      <span className="sr-only text-[0.9rem] text-faint md:not-sr-only">At the bench</span>
      <select
        className="field w-auto"
        value={personId ?? ''}
        onChange={(event) => pickPerson(event.target.value)}
      >
        {people.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
