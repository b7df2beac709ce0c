import type { PlanKind, RepairPlan } from '../repair-plans/index.js';
import type { TreatmentId } from '../treatments/index.js';

/** What an estimate said of a way: kept, so that the next one can mark what is otherwise. */
export interface WaySaid {
  /** what it aims at; several where they come to the same; none where it was made by hand */
  kinds: PlanKind[];
  /** as the shop calls it, where it was made by hand */
  name?: string;
  ids: TreatmentId[];
  /** hours at the bench, days with waiting, money of the shop’s currency: from and to; null without a rate */
  hours: [number, number];
  days: [number, number];
  money: [number, number] | null;
}

export const waySaid = (
  { kinds, ids, cost }: Pick<RepairPlan, 'kinds' | 'ids' | 'cost'>,
  name: string | null = null,
): WaySaid => ({
  kinds: [...kinds],
  ...(name === null ? {} : { name }),
  ids: [...ids],
  hours: [...cost.hours],
  days: [...cost.days],
  money: cost.money && [...cost.money],
});

/**
 * The plan that an owner is asked to agree to, and that hangs on the wall: the one that was chosen, else the one that makes
 * it sound, else the first that does anything.
 *
 * @param of what each aims at, and whether it was chosen
 */
export const toAgree = <T>(
  all: readonly T[],
  of: (one: T) => { kinds: readonly PlanKind[]; chosen: boolean },
): T | undefined => {
  const ways = all.filter((one) => of(one).kinds[0] !== 'leave it');
  return ways.find((one) => of(one).chosen) ?? ways.find((one) => of(one).kinds.includes('sound')) ?? ways[0];
};

/** How an estimate differs from the last one that was given. */
export type EstimateChange = Pick<WaySaid, 'kinds' | 'name'> &
  (
    | { id: 'new way' | 'way gone' }
    | { id: 'more work' | 'less work'; ids: TreatmentId[] }
    | { id: 'money' | 'hours'; was: [number, number]; now: [number, number] }
  );

/** An end of a span counts as another one from this part of it on: under it nobody would say another figure. */
const ANOTHER = 0.05;

/**
 * What is otherwise than in the estimate before, way by way. A way is the same while it serves an aim that it served, or, made
 * by hand, keeps its name. The hours are said only where the work is the same and no money stands beside them.
 */
export function changesSince(before: readonly WaySaid[], today: readonly WaySaid[]): EstimateChange[] {
  // leaving it is offered always
  const [last, now] = [before, today].map((all) => all.filter(({ kinds }) => kinds[0] !== 'leave it')) as [
    WaySaid[],
    WaySaid[],
  ];
  const served = (way: WaySaid, among: readonly WaySaid[]) =>
    among.find(
      ({ kinds, name }) =>
        way.kinds.some((kind) => kinds.includes(kind)) || (way.name !== undefined && way.name === name),
    );
  return [
    ...now.flatMap((way): EstimateChange[] => {
      const earlier = served(way, last);
      const called = calledOf(way);
      if (!earlier) return [{ id: 'new way', ...called }];
      const more = way.ids.filter((id) => !earlier.ids.includes(id));
      const less = earlier.ids.filter((id) => !way.ids.includes(id));
      const priced = earlier.money !== null && way.money !== null;
      return [
        ...(more.length > 0 ? [{ id: 'more work' as const, ...called, ids: more }] : []),
        ...(less.length > 0 ? [{ id: 'less work' as const, ...called, ids: less }] : []),
        ...(priced && differs(earlier.money!, way.money!)
          ? [{ id: 'money' as const, ...called, was: earlier.money!, now: way.money! }]
          : []),
        ...(!priced && differs(earlier.hours, way.hours)
          ? [{ id: 'hours' as const, ...called, was: earlier.hours, now: way.hours }]
          : []),
      ];
    }),
    ...last
      .filter((way) => !served(way, now))
      .map((way): EstimateChange => ({ id: 'way gone', ...calledOf(way) })),
  ];
}

const calledOf = ({ kinds, name }: WaySaid): Pick<WaySaid, 'kinds' | 'name'> => ({
  kinds,
  ...(name === undefined ? {} : { name }),
});

const differs = (was: readonly [number, number], now: readonly [number, number]): boolean =>
  was.some((one, i) => Math.abs(now[i]! - one) > ANOTHER * Math.max(Math.abs(one), Math.abs(now[i]!)));
