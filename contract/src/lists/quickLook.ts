import {
  JOB_IDS,
  quickAnswer,
  type JobId,
  type LookedPoint,
  type QuickAnswer,
} from '@upright-elder/core/repair-plans';
import { isPoint, linesFor, type Protocol } from '@upright-elder/core/readings';
import { parseMoney } from '@upright-elder/core/units';
import type { PointFinding } from '../examinations.js';
import type { Instrument } from '../instruments.js';
import type { Shop } from '../shop.js';

/** An amount as somebody typed it; null where it is none. */
export const amountOf = (text: string): number | null => {
  const read = parseMoney(text);
  return read.ok ? read.value : null;
};

/** What a saved examination has at its points. */
export const lookedSaved = (
  findings: readonly Pick<PointFinding, 'point' | 'states' | 'verdict' | 'allowanceAmount'>[],
): LookedPoint[] =>
  findings.map(({ point, states, verdict, allowanceAmount }) => ({
    point,
    states,
    verdict,
    allowance: allowanceAmount,
  }));

/** The shop's own amounts for jobs, where it has any. */
export const allowancesOf = (shop: Pick<Shop, 'allowances'>): Partial<Record<JobId, number>> =>
  Object.fromEntries(
    JOB_IDS.flatMap((job): [JobId, number][] => {
      const amount = amountOf(shop.allowances?.[job] ?? '');
      return amount === null ? [] : [[job, amount]];
    }),
  );

/**
 * What a quick look comes to, with the shop's rate and allowances.
 *
 * @param askingPrice as typed
 */
export function quickAnswerOf(
  points: readonly LookedPoint[],
  askingPrice: string,
  protocol: Pick<Protocol, 'stages'>,
  instrument: Pick<Instrument, 'type' | 'marketValue'>,
  shop: Pick<Shop, 'rate' | 'allowances'>,
): QuickAnswer {
  return quickAnswer({
    points,
    protocol: protocol.stages.flatMap((stage) => linesFor(stage, instrument.type)).filter(isPoint),
    archtop: instrument.type === 'archtop',
    rate: amountOf(shop.rate ?? ''),
    allowances: allowancesOf(shop),
    asking: amountOf(askingPrice),
    worth: instrument.marketValue?.amount ?? null,
  });
}
