import type { Mark, RecordedStretch } from '@upright-elder/contract';
import type { Plan } from '@upright-elder/core';

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
    const last = sightings.findLast(({ date }) => until === undefined || date <= until);
    const brace = plan.braces.find((one) => one.id === braceId);
    if (!last || !brace || kind !== 'separation') return [];
    const { from, to, state, date } = last;
    if ((state !== 'moving' && state !== 'quiet') || from == null || to == null) return [];
    return [{ mark: id, brace: brace.id, name: brace.name, from, to, seen: date, state }];
  });
}
