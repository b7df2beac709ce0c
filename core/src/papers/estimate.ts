import type { PlanKind, RepairPlan } from '../repair-plans/index.js';
import type { TreatmentId } from '../treatments/index.js';

/** What an estimate said of a way: kept, so that the next one can mark what is otherwise. */
export interface WaySaid {
  /** what it aims at; several where they come to the same */
  kinds: PlanKind[];
  ids: TreatmentId[];
  /** hours at the bench, days with waiting, money of the shop’s currency: from and to; null without a rate */
  hours: [number, number];
  days: [number, number];
  money: [number, number] | null;
}

export const waySaid = ({ kinds, ids, cost }: Pick<RepairPlan, 'kinds' | 'ids' | 'cost'>): WaySaid => ({
  kinds: [...kinds],
  ids: [...ids],
  hours: [...cost.hours],
  days: [...cost.days],
  money: cost.money && [...cost.money],
});

/**
 * The plan that an owner is asked to agree to: the one that makes it sound, else the first that does anything.
 *
 * @param kindsOf what each aims at
 */
export const toAgree = <T>(all: readonly T[], kindsOf: (one: T) => readonly PlanKind[]): T | undefined => {
  const ways = all.filter((one) => kindsOf(one)[0] !== 'leave it');
  return ways.find((one) => kindsOf(one).includes('sound')) ?? ways[0];
};

/** How an estimate differs from the last one that was given. */
export type EstimateChange =
  | { id: 'new way' | 'way gone'; kinds: PlanKind[] }
  | { id: 'more work' | 'less work'; kinds: PlanKind[]; ids: TreatmentId[] }
  | { id: 'money' | 'hours'; kinds: PlanKind[]; was: [number, number]; now: [number, number] };

/** An end of a span counts as another one from this part of it on: under it nobody would say another figure. */
const ANOTHER = 0.05;

/**
 * What is otherwise than in the estimate before, way by way. A way is the same while it serves an aim that it served. The
 * hours are said only where the work is the same and no money stands beside them.
 */
export function changesSince(before: readonly WaySaid[], today: readonly WaySaid[]): EstimateChange[] {
  // leaving it is offered always
  const [last, now] = [before, today].map((all) => all.filter(({ kinds }) => kinds[0] !== 'leave it')) as [
    WaySaid[],
    WaySaid[],
  ];
  const served = (way: WaySaid, among: readonly WaySaid[]) =>
    among.find(({ kinds }) => way.kinds.some((kind) => kinds.includes(kind)));
  return [
    ...now.flatMap((way): EstimateChange[] => {
      const earlier = served(way, last);
      const { kinds } = way;
      if (!earlier) return [{ id: 'new way', kinds }];
      const more = way.ids.filter((id) => !earlier.ids.includes(id));
      const less = earlier.ids.filter((id) => !way.ids.includes(id));
      const priced = earlier.money !== null && way.money !== null;
      return [
        ...(more.length > 0 ? [{ id: 'more work' as const, kinds, ids: more }] : []),
        ...(less.length > 0 ? [{ id: 'less work' as const, kinds, ids: less }] : []),
        ...(priced && differs(earlier.money!, way.money!)
          ? [{ id: 'money' as const, kinds, was: earlier.money!, now: way.money! }]
          : []),
        ...(!priced && differs(earlier.hours, way.hours)
          ? [{ id: 'hours' as const, kinds, was: earlier.hours, now: way.hours }]
          : []),
      ];
    }),
    ...last
      .filter((way) => !served(way, now))
      .map(({ kinds }): EstimateChange => ({ id: 'way gone', kinds })),
  ];
}

const differs = (was: readonly [number, number], now: readonly [number, number]): boolean =>
  was.some((one, i) => Math.abs(now[i]! - one) > ANOTHER * Math.max(Math.abs(one), Math.abs(now[i]!)));
