import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { ruleIs } from '../diagnosis/index.js';
import { found, type Context } from './context.js';
import type { MeasureWhen, WithheldReason } from './step.js';

/** Whether the amounts of a treatment are only given where nothing holds them back. */
export const amountsWait = (id: TreatmentId): boolean =>
  TREATMENTS[id].cuts === true || hasRole(id, 'settled first');

/** Reasons for which an amount is provisional. */
export function withheldReasons(of: Context): WithheldReason[] {
  const { withheld: held } = of.diagnosis.verdict;
  return [
    ...(found(of, 'heel-opens') ? (['joint open'] as const) : []),
    ...(held.resting ? (['not at rest'] as const) : []),
    ...(held.moisture ? [held.moisture] : []),
    ...(structureFirst(of) ? (['structure first'] as const) : []),
  ];
}

/** Structure that is put right before anything is set, and moves it. */
export const structureFirst = ({ diagnosis }: Pick<Context, 'diagnosis'>): boolean =>
  diagnosis.findings.some(({ rule }) => ruleIs(rule, 'structure first'));

/** When to read what an amount waits for. */
export function measureWhen({ diagnosis }: Context): MeasureWhen {
  const { withheld: held } = diagnosis.verdict;
  if (held.resting) return 'as it settles';
  return held.moisture ? 'at working moisture' : 'once strung';
}

/** What is not told yet, and holds a finding back. */
export const asksToMeasure = ({ diagnosis }: Pick<Context, 'diagnosis'>): boolean =>
  diagnosis.questions.length > 0 && diagnosis.findings.some(({ rule }) => ruleIs(rule, 'asks to measure'));
