import { HEADINGS, TREATMENTS, type TreatmentId } from '@upright-elder/core/treatments';
import type { ListGroup } from './ListField.js';

/** Every treatment under its heading, those left out that stand there already. */
export const treatmentOptions = (without: readonly TreatmentId[]): ListGroup<string>[] =>
  Object.entries(HEADINGS).map(([group, rows]) => ({
    group,
    options: (Object.keys(rows) as TreatmentId[])
      .filter((id) => !without.includes(id))
      .map((id) => ({ value: id, label: TREATMENTS[id].name })),
  }));
