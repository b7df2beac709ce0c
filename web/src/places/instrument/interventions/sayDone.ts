import type { Intervention } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { INTERVENTIONS } from '@upright-elder/core/instrument';
import { TREATMENTS } from '@upright-elder/core/treatments';

/** The day on which it was done, or roughly when. */
export const sayWhen = ({ date, roughly }: { date: string; roughly?: string }): string =>
  roughly || sayDate(date);

type Named = readonly { id: string; name: string }[];

/** Names of what may have been changed, as far as they have come. */
export interface DoneNames {
  rooms?: Named;
  sets?: Named;
  tunings?: Named;
}

const nameOf = (all: Named | undefined, id: string | null, none: string): string =>
  all?.find((one) => one.id === id)?.name ?? none;

/** What was done, in one line. */
export function sayDone(
  { kinds, treatments, changes, note }: Pick<Intervention, 'kinds' | 'treatments' | 'changes' | 'note'>,
  { rooms, sets, tunings }: DoneNames = {},
): string {
  const { strings, tuning, room } = changes;
  const said = kinds.map((kind) => {
    if (kind === 'strings' && strings)
      return `other strings: ${nameOf(sets, strings.to, 'a set')} instead of ${nameOf(sets, strings.from, 'another')}`;
    if (kind === 'tuning' && tuning)
      return `other tuning: ${nameOf(tunings, tuning.to, 'a tuning')} instead of ${nameOf(tunings, tuning.from, 'another')}`;
    if (kind === 'room' && room) {
      const [to, from] = [room.to, room.from].map((id) => nameOf(rooms, id, 'no room that is known'));
      return `another room: ${to} instead of ${from}`;
    }
    return INTERVENTIONS[kind].name;
  });
  return [...said, ...treatments.map((id) => TREATMENTS[id].name.toLowerCase()), note.trim()]
    .filter(Boolean)
    .join('; ');
}
