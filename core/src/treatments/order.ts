import { TREATMENTS } from './catalogue/index.js';
import { TREATMENT_IDS, type TreatmentId } from './treatment.js';

/** A chosen treatment before it has its place. */
export interface Chosen {
  id: TreatmentId;
  /** why it is in the plan, with its numbers */
  why: string;
}

/** A treatment in its place, with the arrows that put it there. */
export interface Ordered extends Chosen {
  place: number;
  after: { id: TreatmentId; because: string }[];
}

/**
 * Puts treatments in their order: Kahn's topological sort, ties in the catalogue's own order.
 *
 * @throws RangeError where the catalogue's arrows run in a circle
 */
export function orderTreatments(chosen: readonly Chosen[]): Ordered[] {
  const waiting = new Map(chosen.map((one) => [one.id, one]));
  const ordered: Ordered[] = [];
  while (waiting.size > 0) {
    const next = TREATMENT_IDS.find(
      (id) => waiting.has(id) && TREATMENTS[id].after.every((arrow) => !waiting.has(arrow.id)),
    );
    if (!next)
      throw new RangeError(`these treatments wait for each other: ${[...waiting.keys()].join(', ')}`);
    const done = new Set(ordered.map(({ id }) => id));
    ordered.push({
      ...waiting.get(next)!,
      place: ordered.length + 1,
      after: TREATMENTS[next].after.filter((arrow) => done.has(arrow.id)),
    });
    waiting.delete(next);
  }
  return ordered;
}
