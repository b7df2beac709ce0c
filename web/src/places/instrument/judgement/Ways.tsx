import type { Planning } from '@upright-elder/contract';
import {
  costOfOne,
  jobNames,
  type JobId,
  type Money,
  type RepairPlan,
} from '@upright-elder/core/repair-plans';
import { sayHeightIn, type HeightUnit, sayBench } from '@upright-elder/core/units';
import {
  planName,
  sayCost,
  sayInside,
  sayMoneySpan,
  saySpanOfDays,
  UNDO_WORDS,
} from '@upright-elder/core/wording';
import type { ReactNode } from 'react';
import type { Plans } from '../plans/usePlans.js';

/** The ways side by side: price, hours, weeks, and the action afterwards. All else of them is one touch away. */
export function Ways({
  made: { plans, trouble },
  planning,
  allowances,
  unit,
}: {
  made: Plans;
  planning: Planning | undefined;
  /** the shop's own amounts, by job */
  allowances: Partial<Record<JobId, number>>;
  unit: HeightUnit;
}) {
  if (!plans || !planning)
    return <p className="min-h-[6.5rem] text-faint">{trouble ?? 'Working out the ways…'}</p>;
  // whoever owns an old guitar asks for it, whether it is due or not
  const reset = plans.some(({ ids }) => ids.includes('neck-off'))
    ? null
    : costOfOne('neck', { rate: planning.money.rate, allowances });
  const resetSaid = reset && (
    <p className="text-[0.95rem] text-faint">
      A neck reset, if it were due: {sayMoneySpan(reset, planning.currency)}.
    </p>
  );
  if (plans.length === 1)
    return (
      <>
        <p>Nothing to plan yet, or nothing needs doing.</p>
        {resetSaid}
      </>
    );
  return (
    <ul className="grid grid-cols-[minmax(0,1fr)] gap-3 sm:grid-cols-2 lg:grid-flow-col lg:auto-cols-fr lg:grid-cols-none">
      {plans.map((plan) => (
        <WayOf
          key={plan.kinds.join(' ')}
          {...{ plan, unit }}
          beside={plan.kinds[0] === 'leave it' ? resetSaid : null}
          money={planning.money}
          currency={planning.currency}
        />
      ))}
    </ul>
  );
}

/** More are read in the comparison. */
const MOST_JOBS = 2;

function WayOf({
  plan: { kinds, ids, cost, outcome },
  money,
  currency,
  unit,
  beside,
}: {
  /** said under it */
  beside: ReactNode;
  plan: RepairPlan;
  money: Money;
  currency: string;
  unit: HeightUnit;
}) {
  const say = sayHeightIn(unit);
  const leave = kinds[0] === 'leave it';
  const jobs = jobNames(ids).slice(0, MOST_JOBS).join(' · ').toLowerCase();
  const parts = leave
    ? ['nothing is repaired']
    : [
        sayCost(cost, money, currency).cost,
        ...(cost.hours[1] > 0.05 ? [sayBench(cost.hours)] : []),
        ...(cost.days[1] > 0.05 ? [saySpanOfDays(cost.days)] : []),
        UNDO_WORDS[cost.undo],
      ];
  return (
    <li className="min-w-0 border-t-2 border-rule pt-1">
      <p className={`truncate font-serif text-[1.15rem] leading-tight ${leave ? '' : 'font-semibold'}`}>
        {planName(kinds)}
        {jobs && <span className="font-sans text-[0.95rem] font-normal"> · {jobs}</span>}
      </p>
      <p className="text-[0.95rem]">{parts.join(' · ')}</p>
      <p className="text-[0.95rem]">
        {outcome.slack
          ? 'Slack, so no action.'
          : outcome.sides.length === 0
            ? 'Action afterwards not known yet.'
            : [
                ...(leave
                  ? []
                  : [
                      `Action afterwards ${outcome.sides
                        .map(({ side, action }) => `${say(action.value)} ${side}`)
                        .join(', ')}`,
                    ]),
                ...(outcome.chance === null ? [] : [`in range ${sayInside(outcome.chance)}`]),
              ].join('; ')}
      </p>
      {beside}
    </li>
  );
}
