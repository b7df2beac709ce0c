import type { Finding } from '../diagnosis/index.js';
import { dayOf } from '../days/index.js';
import type { Urgency } from '../instrument/index.js';
import {
  repairPlansOf,
  type Ground,
  type Money,
  type PlanKind,
  type RepairPlan,
} from '../repair-plans/index.js';
import type { TreatmentId } from '../treatments/index.js';
import { mm } from '../units/index.js';
import type { SeasonInstrument, SeasonPart, Tier } from './choose.js';

/** A plan of an instrument as a season chooses of it. */
export interface OfferedPlan {
  kinds: PlanKind[];
  ids: TreatmentId[];
  /** findings that it answers, by severity */
  answers: Record<Tier, number>;
  /** chance to stand inside the window all through the coming year, before and after; null where nothing is told */
  inside: [before: number, after: number] | null;
}

/** Everything that a season asks of an instrument. */
export interface SeasonChoices {
  instrument: Omit<SeasonInstrument, 'id'>;
  /** of its plans, in their order */
  offered: OfferedPlan[];
}

/** What answering a finding is worth, points. House figures: their order is the trade's, their size is ours. */
const WORTH: Record<Tier, number> = { live: 100, grows: 40, plays: 20 };
/** What putting off for a year may cost where something ends within the year, points. House figure. */
const WAITING = 100;
/** What standing in its window all year is worth, points. House figure. */
const INSIDE = 100;
/** That a finding is as it looks. House figures, no source. */
const REAL = { certain: 0.98, probable: 0.85, suspected: 0.55 } as const;
/** How far worth is unsure, one standard deviation of the logarithm. House figures, no source. */
const SPREAD = { finding: 0.15, waiting: 0.4, inside: 0.3 };
/** Creep of so much a year is as bad as an end within the year, m. House figure. */
const FAST = 0.3 * mm;

const TIER_OF: Partial<Record<Finding['severity'], Tier>> = {
  live: 'live',
  structural: 'grows',
  playing: 'plays',
};

/**
 * The plans of an instrument for a season's choice, with what each is worth: live damage that it answers; what waiting
 * costs where something ends or creeps, and the structure that it puts right; what it brings the playing.
 *
 * @param day days since 1970, of today
 */
export function seasonChoices(
  ground: Ground,
  money: Money,
  urgency: Urgency | null,
  day: number,
): SeasonChoices {
  const [leave, ...plans] = repairPlansOf(ground, money);
  const parts: SeasonPart[] = [];
  const partOf = new Map<string, number>();
  const asks = (leave?.undone ?? []).filter(({ severity }) => TIER_OF[severity]);
  for (const finding of asks) {
    const tier = TIER_OF[finding.severity]!;
    partOf.set(keyOf(finding), parts.length);
    parts.push({ tier, value: WORTH[tier], chance: REAL[finding.certainty], spread: SPREAD.finding });
  }
  const waiting = urgency ? costOfWaiting(urgency, day) : 0;
  const waits = parts.length;
  parts.push({ tier: 'grows', value: Math.round(WAITING * waiting), chance: 1, spread: SPREAD.waiting });
  const inside = parts.length;
  parts.push({ tier: 'plays', value: INSIDE, chance: 1, spread: SPREAD.inside });
  const offered: OfferedPlan[] = [];
  const made = plans.map((plan, i) => {
    const left = new Set(plan.undone.map(keyOf));
    const answered = asks.filter((finding) => !left.has(keyOf(finding)));
    const settles =
      answered.some(({ severity }) => severity !== 'playing') &&
      asks.every((one) => one.severity === 'playing' || !left.has(keyOf(one)));
    const before = leave?.outcome.chance ?? null;
    const after = plan.outcome.chance;
    const gain = after === null ? 0 : Math.max(0, after - (before ?? 0));
    const count = (tier: Tier) => answered.filter(({ severity }) => TIER_OF[severity] === tier).length;
    offered.push({
      ...{ kinds: plan.kinds, ids: plan.ids },
      answers: { live: count('live'), grows: count('grows'), plays: count('plays') },
      inside: after === null ? null : [before ?? 0, after],
    });
    return {
      id: String(i),
      ...takesOf(plan),
      brings: [
        ...answered.map((finding) => ({ part: partOf.get(keyOf(finding))!, share: 1 })),
        ...(settles && waiting > 0 ? [{ part: waits, share: 1 }] : []),
        ...(gain > 0 ? [{ part: inside, share: gain }] : []),
      ],
    };
  });
  return { instrument: { parts, plans: made }, offered };
}

const keyOf = ({ rule, side, mark }: Finding): string => `${rule} ${side ?? ''} ${mark ?? ''}`;

const takesOf = ({ cost: { hours, money } }: RepairPlan) => ({
  hours: (hours[0] + hours[1]) / 2,
  money: money ? (money[0] + money[1]) / 2 : 0,
});

/** How much of an end a year of waiting brings on, 0 to 1. */
export function costOfWaiting({ ends, creep }: Pick<Urgency, 'ends' | 'creep'>, day: number): number {
  const years = ends ? Math.max(0, dayOf(ends.day) - day) / 365.25 : Infinity;
  return Math.max(1 / Math.max(1, years), Math.min(1, (creep ?? 0) / FAST));
}
