import type { Mark, RecordedStretch } from '@upright-elder/contract';
import { standing, type Plan } from '@upright-elder/core';

/**
 * Stretches of top braces that were loose when they were last seen.
 *
 * @param until only what was seen up to this date counts; default: everything
 */
export function looseOf(
  plan: Pick<Plan, 'braces'>,
  marks: readonly Pick<Mark, 'id' | 'kind' | 'brace' | 'sightings'>[],
  until?: string,
): RecordedStretch[] {
  return marks.flatMap(({ id, kind, brace: braceId, sightings }): RecordedStretch[] => {
    const last = standing(sightings).findLast(({ date }) => until === undefined || date <= until);
    const brace = plan.braces.find((one) => one.id === braceId);
    if (!last || !brace || kind !== 'separation') return [];
    const { from, to, state, date } = last;
    // what was not pressed on is loose all the same
    if (state === 'closed' || state === 'repaired' || from == null || to == null) return [];
    return [{ mark: id, brace: brace.id, name: brace.name, from, to, seen: date, state }];
  });
}
