import { TREATMENTS, type TreatmentId } from './catalogue/index.js';

/** Whether two treatments are never in one plan. */
export const shutsOut = (one: TreatmentId, other: TreatmentId): boolean =>
  TREATMENTS[one].excludes.includes(other) || TREATMENTS[other].excludes.includes(one);

/** Rests under tension: what stays slack takes none. */
const RESTS: readonly TreatmentId[] = ['rest-under-tension', 'settle'];

/**
 * What a treatment cannot be done without and is not there: each a list of those of which one will do.
 *
 * @param strung whether the instrument is strung to pitch at the end; what stays slack does not rest under tension
 */
export const lacksOf = (id: TreatmentId, there: ReadonlySet<string>, strung = true): TreatmentId[][] =>
  TREATMENTS[id].needs
    .map((need) => (typeof need === 'string' ? [need] : need))
    .filter((any) => !any.some((one) => there.has(one)) && (strung || !RESTS.includes(any[0]!)));

/**
 * Treatments with everything that they cannot be done without; where one of several will do, the one that is wanted, else the
 * first.
 */
export function withNeeds(
  ids: Iterable<TreatmentId>,
  strung = true,
  wanted: Pick<ReadonlySet<TreatmentId>, 'has'> = new Set(),
): Set<TreatmentId> {
  const all = new Set(ids);
  // what is added last is looked at too: a set is walked in the order of its coming
  for (const id of all)
    for (const any of lacksOf(id, all, strung)) all.add(any.find((one) => wanted.has(one)) ?? any[0]!);
  return all;
}
