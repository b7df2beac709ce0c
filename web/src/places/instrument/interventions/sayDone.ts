import type { Intervention, Room } from '@upright-elder/contract';
import { INTERVENTIONS } from '@upright-elder/core/instrument';
import { STRING_SETS, TUNINGS } from '@upright-elder/core/strings';
import { TREATMENTS } from '@upright-elder/core/treatments';

/** What was done, in one line. */
export function sayDone(
  { kinds, treatments, changes, note }: Pick<Intervention, 'kinds' | 'treatments' | 'changes' | 'note'>,
  rooms: readonly Pick<Room, 'id' | 'name'>[] = [],
): string {
  const { strings, tuning, room } = changes;
  const nameOf = (id: string | null) => rooms.find((one) => one.id === id)?.name ?? 'no room that is known';
  const said = kinds.map((kind) => {
    if (kind === 'strings' && strings)
      return `other strings: ${STRING_SETS[strings.to].name} instead of ${STRING_SETS[strings.from].name}`;
    if (kind === 'tuning' && tuning)
      return `other tuning: ${TUNINGS[tuning.to].name} instead of ${TUNINGS[tuning.from].name}`;
    if (kind === 'room' && room) return `another room: ${nameOf(room.to)} instead of ${nameOf(room.from)}`;
    return INTERVENTIONS[kind].name;
  });
  return [...said, ...treatments.map((id) => TREATMENTS[id].name.toLowerCase()), note.trim()]
    .filter(Boolean)
    .join('; ');
}
