import type { ExaminationFacts, InterventionFacts } from './facts.js';

type Examined = Pick<ExaminationFacts, 'id' | 'date'>;
type Done = Pick<InterventionFacts, 'date' | 'follows'>;

/** An examination, with what was done to the instrument since the one before. */
export interface Turn<E = ExaminationFacts, I = InterventionFacts> {
  examination: E;
  before: I[];
}

/**
 * Examinations in their order, each with the interventions between it and the one before: those of its own day count as
 * done before it, unless they say that they followed it. What was done after the last examination is left out.
 *
 * @param examinations oldest first
 * @param interventions in the order in which they were done
 */
export function timelineOf<E extends Examined, I extends Done>(
  examinations: readonly E[],
  interventions: readonly I[],
): Turn<E, I>[] {
  const places = new Map(examinations.map(({ id }, i) => [id, i]));
  const placeOf = ({ date, follows }: Done): number => {
    const followed = follows === null ? undefined : places.get(follows);
    if (followed !== undefined && examinations[followed]!.date === date) return followed + 1;
    const next = examinations.findIndex((one) => one.date >= date);
    return next < 0 ? examinations.length : next;
  };
  const at = interventions.map((one) => ({ one, place: placeOf(one) }));
  return examinations.map((examination, i) => ({
    examination,
    before: at.filter(({ place }) => place === i).map(({ one }) => one),
  }));
}

/** What was done after the last examination of an instrument. */
export function doneSince(
  examinations: readonly ExaminationFacts[],
  interventions: readonly InterventionFacts[],
): InterventionFacts[] {
  const told = new Set(timelineOf(examinations, interventions).flatMap(({ before }) => before));
  return interventions.filter((one) => !told.has(one));
}
