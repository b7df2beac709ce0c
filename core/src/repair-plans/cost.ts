import {
  asWorked,
  ORIGINALS,
  WORK_STAGES,
  type Originals,
  type OwnTreatment,
  type TreatmentEdits,
  type TreatmentId,
} from '../treatments/index.js';
import type { LearnedEffects } from './learned.js';

/** What a plan takes and leaves. */
export interface Cost {
  /** at the bench, hours from and to */
  hours: [number, number];
  /** from first step to last by the clock, days from and to */
  days: [number, number];
  /** in the shop's currency, from and to; null where the shop has no rate */
  money: [number, number] | null;
  /** the hardest to undo, 1 leaves no trace … 5 permanent */
  undo: number;
  originals: Originals;
}

/** What the shop changed of the catalogue, and what of its own is in the plan. */
export interface ShopCatalogue {
  edits?: TreatmentEdits;
  own?: readonly OwnTreatment[];
}

/** A bench day, hours of hands. House default. */
export const BENCH_DAY = 6;
export const CLOCK_DAY = 24;

/**
 * @param rate of the shop for an hour, in its currency; null where it has none
 */
export function costOf(
  ids: readonly TreatmentId[],
  rate: number | null,
  { hours: learned }: Pick<LearnedEffects, 'hours'>,
  { edits = {}, own = [] }: ShopCatalogue = {},
): Cost {
  const hours: [number, number] = [0, 0];
  const supplies: [number, number] = [0, 0];
  let undo = 1;
  let originals = 0;
  const waits = new Map<string, [number, number]>();
  const worked = [
    ...ids.map((id) => ({ ...asWorked(id, edits), factor: learned[id]?.value ?? 1 })),
    ...own.map((one) => ({ ...one, undo: [1, 1], originals: 'untouched' as const, factor: 1 })),
  ];
  for (const { factor, ...treatment } of worked) {
    for (const end of [0, 1] as const) {
      hours[end] += factor * treatment.hands[end];
      supplies[end] += treatment.supplies[end];
    }
    undo = Math.max(undo, treatment.undo[0]);
    originals = Math.max(originals, ORIGINALS.indexOf(treatment.originals));
    // what belongs to one stage waits at one time
    const wait = waits.get(treatment.stage) ?? [0, 0];
    waits.set(treatment.stage, [Math.max(wait[0], treatment.wait[0]), Math.max(wait[1], treatment.wait[1])]);
  }
  // what is kept at home waits there, not on the bench
  waits.delete('keeping');
  const waiting = WORK_STAGES.reduce<[number, number]>(
    (sum, stage) => {
      const [from, to] = waits.get(stage) ?? [0, 0];
      return [sum[0] + from, sum[1] + to];
    },
    [0, 0],
  );
  const money = (end: 0 | 1) => (rate ?? 0) * (hours[end] + supplies[end]);
  return {
    hours,
    days: [hours[0] / BENCH_DAY + waiting[0] / CLOCK_DAY, hours[1] / BENCH_DAY + waiting[1] / CLOCK_DAY],
    money: rate === null ? null : [money(0), money(1)],
    undo,
    originals: ORIGINALS[originals]!,
  };
}
