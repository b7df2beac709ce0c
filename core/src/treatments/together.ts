import { TREATMENTS, type TreatmentId } from './catalogue/index.js';

/** Whether two treatments are never in one plan. */
export const shutsOut = (one: TreatmentId, other: TreatmentId): boolean =>
  TREATMENTS[one].excludes.includes(other) || TREATMENTS[other].excludes.includes(one);

/** What a treatment cannot be done without and is not there: each a list of those of which one will do. */
export const lacksOf = (id: TreatmentId, there: ReadonlySet<string>): TreatmentId[][] =>
  TREATMENTS[id].needs
    .map((need) => (typeof need === 'string' ? [need] : need) as TreatmentId[])
    .filter((any) => !any.some((one) => there.has(one)));

/** Treatments with everything that they cannot be done without; where one of several will do, the first. */
export function withNeeds(ids: Iterable<TreatmentId>): Set<TreatmentId> {
  const all = new Set(ids);
  // what is added last is looked at too: a set is walked in the order of its coming
  for (const id of all) for (const any of lacksOf(id, all)) all.add(any[0]!);
  return all;
}
