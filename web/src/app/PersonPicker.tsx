import { useEffect, useMemo } from 'react';
import { usePeople } from '../data/hooks.js';
import { pickPerson, usePersonId } from '../data/person.js';
import { ListField } from '../fields/ListField.js';

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
    <ListField
      label="At the bench"
      hideLabel
      inline
      value={personId ?? ''}
      options={here.map(({ id, name }) => ({ value: id, label: name }))}
      onPick={(chosen) => pickPerson(chosen)}
      className="w-auto max-w-[5.6rem] sm:max-w-[14rem]"
    />
  );
}
