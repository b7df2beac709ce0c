import { TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { found, type Context } from './context.js';

/** Treatments whose amounts wait for a settled, sound instrument though they can be undone. */
const WAIT: readonly TreatmentId[] = ['taller-saddle', 'thumb-wheels', 'reset-bolted', 'second-saddle'];

/** Whether the amounts of a treatment are only given where nothing holds them back. */
export const amountsWait = (id: TreatmentId): boolean => TREATMENTS[id].cuts === true || WAIT.includes(id);

/** Reasons for which an amount is provisional: what decides it was not measured under the right conditions yet. */
export function heldReasons(of: Context): string[] {
  const { held } = of.diagnosis.verdict;
  return [
    ...(found(of, 'heel-opens') ? ['the joint is open, and the angle is read once it is pressed home'] : []),
    ...(held.resting ? ['it has not come to rest under tension'] : []),
    ...(held.moisture ? [`the wood was ${held.moisture} while it was read`] : []),
    ...(structureFirst(of) ? ['the structure under it is put right first, and moves it'] : []),
  ];
}

/** Structure that is put right before anything is set, and moves it. */
export const structureFirst = (of: Context): boolean =>
  found(
    of,
    'belly-lifts',
    'belly-folds',
    'brace-loose',
    'hole-sunk',
    'bar-loose',
    'arch-sinks',
    'bridge-lifts',
    'x-loose-at-bridge',
  );

/** What to read, and when, before an amount is given. */
export function measuring({ diagnosis }: Context, ids: readonly TreatmentId[], why: string): string {
  const what = [...new Set(ids.map((id) => TREATMENTS[id].name.split(':')[0]!.toLowerCase()))].join(', ');
  const { held: by } = diagnosis.verdict;
  const how = by.resting
    ? 'Read action, belly and tilt every few days until they stand still.'
    : by.moisture
      ? 'Bring it to working moisture, then read action, relief, straightedge, saddle, belly and tilt anew.'
      : 'Once it is put right, strung and rested, read the stance anew.';
  return `How much (${what}) is not told yet: ${why}. ${how}`;
}

/** What is not told yet, and holds a finding back. */
export const asksToMeasure = ({ diagnosis }: Pick<Context, 'diagnosis'>): boolean =>
  diagnosis.findings.some(({ rule }) =>
    [
      'neck-asked',
      'readings-disagree',
      'slack-for-pitch',
      'wheels-spent',
      'leans-much',
      'belly-lifts',
      'belly-folds',
    ].includes(rule),
  ) && diagnosis.questions.length > 0;
