import { asWorked, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import type { Step } from './job.js';
import type { Bench } from './stages.js';

/**
 * What steps come to at a rate: their hands, and their supplies once for what comes off and goes on again. From and to, in
 * the shop's currency.
 *
 * @param rate of an hour
 */
export function costOf(
  steps: readonly Pick<Step, 'treatment' | 'part' | 'hands'>[],
  { edits, own }: Bench,
  rate: number,
): [number, number] {
  const supplies = ({ treatment, part }: Pick<Step, 'treatment' | 'part'>): readonly [number, number] => {
    if (part === 'on') return [0, 0];
    if (Object.hasOwn(TREATMENTS, treatment)) return asWorked(treatment as TreatmentId, edits).supplies;
    return own.find(({ id }) => id === treatment)?.supplies ?? [0, 0];
  };
  const sum = (end: 0 | 1) =>
    rate * steps.reduce((all, step) => all + step.hands[end] + supplies(step)[end], 0);
  return [sum(0), sum(1)];
}
