import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import type { Ground, Planned } from '../repair-plans/index.js';

/** Ways on from a reading, by the heaviest work that it asks for. */
export const WAY_KEYS = [
  'belly first',
  'neck',
  'bridge',
  'saddle down',
  'saddle up',
  'wheels',
  'little',
  'cannot',
  'not decided',
] as const;
export type WayKey = (typeof WAY_KEYS)[number];

const any = (ids: readonly TreatmentId[], is: (id: TreatmentId) => boolean): boolean => ids.some(is);
const does = (id: TreatmentId, on: string): boolean => TREATMENTS[id].effects.some((one) => one.on === on);

/** Work that is the way itself, and not its company. */
const WORK_OF: Record<Exclude<WayKey, 'little' | 'cannot' | 'not decided'>, (id: TreatmentId) => boolean> = {
  'belly first': (id) => does(id, 'belly'),
  neck: (id) => hasRole(id, 'sets the plane') || hasRole(id, 'opens the joint') || id === 'find-joint',
  bridge: (id) => does(id, 'thickness'),
  'saddle down': (id) => TREATMENTS[id].amount === 'off the saddle' && hasRole(id, 'sets the action'),
  'saddle up': (id) => TREATMENTS[id].amount === 'onto the saddle',
  wheels: (id) => does(id, 'wheels'),
};
const NAMED = Object.keys(WORK_OF) as (keyof typeof WORK_OF)[];

/**
 * The way that a plan goes: by the heaviest work in it; where such work is wanted and cannot be done here, that; where the
 * readings do not tell what the action needs, that nothing is decided.
 */
export function wayOf(
  { ids, struck }: Pick<Planned, 'ids' | 'struck'>,
  { diagnosis }: Pick<Ground, 'diagnosis'>,
): WayKey {
  const heaviest = NAMED.find((key) => any(ids, WORK_OF[key]));
  if (heaviest === 'belly first' || heaviest === 'neck' || heaviest === 'bridge') return heaviest;
  const { answer, cause } = diagnosis.verdict;
  if (answer === 'not told') return 'not decided';
  if (heaviest) return heaviest;
  const asked = answer === 'not enough' || answer === 'too tall' || diagnosis.verdict.spent.length > 0;
  if (!asked) return 'little';
  return cause === 'not told' || (cause === null && struck.length === 0) ? 'not decided' : 'cannot';
}

/** The way that was really gone: by the heaviest work that was done. */
export const wayDone = (ids: readonly TreatmentId[]): WayKey =>
  NAMED.find((key) => any(ids, WORK_OF[key])) ?? 'little';
