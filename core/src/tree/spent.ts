import { BENCH_DAY, CLOCK_DAY, type Ground } from '../repair-plans/index.js';
import { quantileOf } from '../forecast/index.js';
import { asWorked, WORK_STAGES, type TreatmentId } from '../treatments/index.js';
import { HOURS_SD } from '../repair-plans/learned.js';
import type { Draw } from './draws.js';

/** What some work takes: in 10, 50 and 90 of 100 draws no more than this. */
export interface Spent {
  hours: Tenths;
  /** at the shop's rate; null where it has none */
  money: Tenths | null;
  /** from first to last by the clock, waiting and all */
  days: Tenths;
}
export type Tenths = [tenth: number, half: number, ninth: number];

/** Of one draw. */
export interface SpentOnce {
  hours: number;
  /** hours at the bench, and materials in hours of the rate */
  charged: number;
  days: number;
}

/**
 * Hours, materials and days of parts that follow one another. Each treatment's hours are its own, by the shop's factor and
 * how far its jobs lie apart; what is one treatment is one draw.
 *
 * @param parts treatments that are done together, part by part
 */
export function spentOnce(
  parts: readonly (readonly TreatmentId[])[],
  { effects, edits }: Ground,
  draw: Draw,
): SpentOnce {
  let [hours, charged, days] = [0, 0, 0];
  for (const ids of parts) {
    const waits = new Map<string, number>();
    let hands = 0;
    for (const id of ids) {
      const {
        hands: [from, to],
        wait,
        supplies,
        stage,
      } = asWorked(id, edits);
      const factor = effects.hours[id] ?? { value: 1, sd: HOURS_SD };
      hands +=
        ((from + to) / 2) * factor.value * Math.exp((factor.sd / factor.value) * draw.normal(`hours ${id}`));
      const between = (span: readonly [number, number], name: string) =>
        span[0] + (span[1] - span[0]) * draw.uniform(`${name} ${id}`);
      charged += between(supplies, 'supplies');
      // what belongs to one stage waits at one time; what is kept at home waits there
      if (stage !== 'keeping') waits.set(stage, Math.max(waits.get(stage) ?? 0, between(wait, 'wait')));
    }
    hours += hands;
    days +=
      hands / BENCH_DAY + WORK_STAGES.reduce((sum, stage) => sum + (waits.get(stage) ?? 0), 0) / CLOCK_DAY;
  }
  return { hours, charged: charged + hours, days };
}

/** @param rate of the shop for an hour; null where it has none */
export function spentOver(all: readonly SpentOnce[], rate: number | null): Spent {
  const over = (of: (one: SpentOnce) => number): Tenths => {
    const values = Float64Array.from(all, of);
    return [quantileOf(values, 0.1), quantileOf(values, 0.5), quantileOf(values, 0.9)];
  };
  return {
    hours: over(({ hours }) => hours),
    money: rate === null ? null : over(({ charged }) => charged * rate),
    days: over(({ days }) => days),
  };
}
