import { stepName, type Bench } from '@upright-elder/core/jobs';

/** What a treatment is called: of the catalogue, or one of the shop's own. */
export const treatmentName = (treatment: string, bench: Bench): string =>
  stepName({ treatment, part: 'whole' }, bench);
