import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { ruleIs } from '../diagnosis/index.js';
import { found, type Context } from './context.js';
import type { MeasureWhen, WithheldReason } from './step.js';

/** Whether the amounts of a treatment are only given where nothing holds them back. */
export const amountsWait = (id: TreatmentId): boolean =>
  TREATMENTS[id].cuts === true || hasRole(id, 'settled first');

const moves = (id: TreatmentId): boolean => TREATMENTS[id].effects.some(({ on }) => on === 'relief');
const setsPlane = (id: TreatmentId): boolean => hasRole(id, 'sets the plane');
/** What is set by the string line: it waits for what moves that line within the plan. */
const byTheLine = (id: TreatmentId): boolean =>
  hasRole(id, 'sets the action') || TREATMENTS[id].effects.some(({ on }) => on === 'nut');

const makesBridge = (id: TreatmentId): boolean => TREATMENTS[id].effects.some(({ on }) => on === 'thickness');

/** What of a plan's own steps an amount of it waits for: the reading after them. */
export const withheldWithin = (id: TreatmentId, ids: readonly TreatmentId[]): WithheldReason[] => {
  if (setsPlane(id)) return ids.some(makesBridge) ? ['bridge first'] : [];
  return byTheLine(id)
    ? [
        ...(ids.some(makesBridge) ? (['bridge first'] as const) : []),
        ...(ids.some(setsPlane) ? (['neck set'] as const) : []),
        ...(ids.some(moves) ? (['neck moves'] as const) : []),
      ]
    : [];
};

/** It is strung and read again before anything else is judged, since the plan itself moves the neck. */
export const readsAgain = (ids: readonly TreatmentId[]): boolean =>
  ids.some(moves) && !ids.includes('settle');

/** Reasons for which an amount is provisional as it stands now. */
export function withheldReasons(of: Context): WithheldReason[] {
  const { withheld: held } = of.diagnosis.verdict;
  return [
    ...(found(of, 'heel-opens') ? (['joint open'] as const) : []),
    ...(held.resting ? (['not at rest'] as const) : []),
    ...(held.moisture ? [held.moisture] : []),
    ...(structureFirst(of) ? (['structure first'] as const) : leans(of) ? (['bridge leans'] as const) : []),
  ];
}

/** Structure that is put right before anything is set, and moves it. */
export const structureFirst = ({ diagnosis }: Pick<Context, 'diagnosis'>): boolean =>
  diagnosis.findings.some(({ rule }) => ruleIs(rule, 'structure first'));

const leans = ({ diagnosis }: Pick<Context, 'diagnosis'>): boolean =>
  diagnosis.findings.some((one) => one.rule === 'leans-much' && one.args.folds === null);

/** When to read what an amount waits for. */
export function measureWhen({ diagnosis }: Context): MeasureWhen {
  const { withheld: held } = diagnosis.verdict;
  if (held.resting) return 'as it settles';
  if (held.moisture) return 'at working moisture';
  return leans({ diagnosis }) && !structureFirst({ diagnosis }) ? 'once looked at' : 'once strung';
}

/** What is not told yet, and holds a finding back. */
export const asksToMeasure = ({ diagnosis }: Pick<Context, 'diagnosis'>): boolean =>
  diagnosis.questions.length > 0 && diagnosis.findings.some(({ rule }) => ruleIs(rule, 'asks to measure'));
