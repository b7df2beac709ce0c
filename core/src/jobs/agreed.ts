import { TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { costOf } from './cost.js';
import { stepsOf, type Consent, type Job, type Step } from './job.js';
import type { Bench } from './stages.js';

/** Yeses that stand. */
export const consentsOf = ({ consents }: Pick<Job, 'consents'>): Consent[] =>
  [...consents.values()].filter(({ withdrawn }) => !withdrawn);

/** A signed paper and a mail can be shown later; a word cannot. */
export const isWritten = ({ way }: Pick<Consent, 'way'>): boolean => way !== 'by word';

/** Whether the catalogue asks for a yes in writing: what it does is not undone. */
export const asksWriting = (treatment: string): boolean =>
  Object.hasOwn(TREATMENTS, treatment) && TREATMENTS[treatment as TreatmentId].consent === true;

/**
 * What of the owner’s yes a step lacks: one in writing where what it does is not undone; any at all where somebody wrote
 * down what was agreed, and the step is not in it, as when the plan was changed since. Null where it lacks nothing.
 */
export function lackingYes(job: Job, step: Pick<Step, 'treatment' | 'line'>): 'in writing' | 'any' | null {
  const { treatment } = step;
  const line = step.line === undefined ? undefined : job.lines.get(step.line);
  const byLine = line?.state === 'agreed' ? line : undefined;
  const all = consentsOf(job);
  const own = all.filter(({ treatments }) => treatments.includes(treatment));
  if (asksWriting(treatment) && !own.some(isWritten) && byLine?.way !== 'written') return 'in writing';
  return all.length > 0 && own.length === 0 && !byLine ? 'any' : null;
}

/** A yes with a sum, of which the steps that are planned by now may come to more. */
export interface OverSum {
  consent: Consent;
  /** money of the shop, from and to */
  comesTo: [number, number];
}

/** @param rate money an hour */
export const overSums = (job: Job, bench: Bench, rate: number): OverSum[] =>
  consentsOf(job).flatMap((consent) => {
    if (consent.upTo === null) return [];
    const steps = stepsOf(job).filter(({ treatment }) => consent.treatments.includes(treatment));
    const comesTo = costOf(steps, bench, rate);
    return comesTo[1] > consent.upTo ? [{ consent, comesTo }] : [];
  });
