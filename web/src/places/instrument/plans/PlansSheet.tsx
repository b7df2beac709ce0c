import type { Instrument, Planning } from '@upright-elder/contract';
import { dayOf } from '@upright-elder/core/days';
import { planName, sayIn, sayNoLess, sayOverBudget, sayStruck } from '@upright-elder/core/wording';
import type { RepairPlan } from '@upright-elder/core/repair-plans';
import type { HeightUnit } from '@upright-elder/core/units';
import { useEffect, useMemo, useRef } from 'react';
import { useLocation } from 'react-router';
import { useUnchanged } from '../../../data/useUnchanged.js';
import type { PlansTask } from '../../../compute/tasks/plans.js';
import { KeepPlan, KeptPlans } from './KeepPlan.js';
import { OwnPanel } from './OwnPanel.js';
import { columnOf, PlanTable, type Column } from './PlanTable.js';
import { WhatItMayComeTo } from './WhatItMayComeTo.js';
import { AS_PLANNED, taken, useOwn } from './useOwn.js';
import { useRepairPlans, type Plans } from './usePlans.js';

interface Props {
  instrument: Instrument;
  planning: Planning;
  unit: HeightUnit;
  today: string;
  made: Plans;
}

/** What plans are made of; null until it is known. */
function useGiven(planning: Planning | undefined): PlansTask | null {
  const given = useMemo<PlansTask | null>(() => {
    if (!planning) return null;
    const { evidence, today, yearInput, sides, money, effects, edits } = planning;
    return { evidence, today, yearInput, sides, money, effects, edits };
  }, [planning]);
  return useUnchanged(given);
}

/** The plans of an instrument; null until they are made. */
export const usePlansOf = (planning: Planning | undefined): Plans => useRepairPlans(useGiven(planning));

/** What could be done: plans side by side, and the person's own beside them. */
export function PlansSheet({ instrument, planning, unit, today, made }: Props) {
  const { evidence, money, kept, currency } = planning;
  const { plans, own: ownPlan, ask, trouble, again } = made;
  const state = useOwn(ask, planning.own);
  const given = useGiven(planning);
  const day = dayOf(today);
  const sheet = useRef<HTMLElement>(null);
  const ready = plans !== null;
  const { hash } = useLocation();
  useEffect(() => {
    if (ready && hash === '#plans') sheet.current?.scrollIntoView();
  }, [ready, hash]);
  const acts = (plan: Column['plan'], name: string, settings = AS_PLANNED) => (
    <KeepPlan
      instrumentId={instrument.id}
      plan={plan}
      name={name}
      settings={settings}
      unit={unit}
      day={day}
      archtop={instrument.type === 'archtop'}
    />
  );
  const columns: Column[] = (plans ?? []).map((plan, i) => {
    const name = planName(plan.kinds);
    return columnOf(
      plan,
      <>
        {i > 0 && acts(plan, name)}
        <button type="button" className="quiet" onClick={() => state.begin(`“${name}”`, plan.ids)}>
          {i > 0 ? 'Change' : 'Make your own'}
        </button>
      </>,
    );
  });
  if (state.own && ownPlan)
    columns.push({
      key: 'own',
      plan: ownPlan,
      name: 'Your own',
      aim: `begun from ${state.own.from}`,
      acts: acts(ownPlan, 'Our own plan', state.own.settings),
    });
  return (
    <section ref={sheet} id="plans" aria-label="Ways to fix it" aria-busy={plans === null}>
      <h2 className="mb-2 text-[1.4rem]">Ways to fix it</h2>
      {trouble && (
        <p role="alert" className="mb-2 text-ochre">
          ▲ {trouble}{' '}
          <button type="button" className="quiet" onClick={again}>
            Try again
          </button>
        </p>
      )}
      {plans === null ? (
        !trouble && <p className="sheet said p-4">Plans are being worked out …</p>
      ) : (
        <>
          <BeforePlans plans={plans} money={money} currency={currency} unit={unit} />
          <WhatItMayComeTo given={given} plans={plans} currency={currency} />
          <PlanTable
            instrument={instrument}
            columns={columns}
            money={money}
            currency={currency}
            unit={unit}
            day={day}
          />
          <StruckList plans={plans} unit={unit} />
          <p className="mt-2 text-[0.9rem] text-faint">
            Each plan over the same simulated years, as if done today. Bars: 4 years in 5. Pale band: the
            range wanted.
          </p>
          <OwnPanel
            state={state}
            plan={ownPlan}
            plans={plans}
            unit={unit}
            archtop={instrument.type === 'archtop'}
            offeredOwn={planning.own}
            schools={evidence.schools}
          />
        </>
      )}
      <KeptPlans
        instrumentId={instrument.id}
        kept={kept}
        onTake={(plan) => state.begin(`“${plan.name}”`, ...taken(plan))}
      />
    </section>
  );
}

/** What is said before the plans: that all cost too much, that no small one helps, or that there is none yet. */
function BeforePlans({
  plans,
  money,
  currency,
  unit,
}: {
  plans: readonly RepairPlan[];
  money: Planning['money'];
  currency: string;
  unit: HeightUnit;
}) {
  const over = sayOverBudget(plans, money, currency);
  const noLess = plans[0]?.noLess;
  return (
    <>
      {over && <p className="mb-2 said text-ochre">▲ {over}</p>}
      {noLess && <p className="mb-2 said">{sayNoLess(noLess, sayIn(unit))}</p>}
      {plans.length === 1 && !noLess && (
        <p className="mb-2 said">
          Nothing to plan yet, or nothing needs doing. Answer the questions above first.
        </p>
      )}
    </>
  );
}

/** What was wanted and is in no plan, each once with its reason. */
function StruckList({ plans, unit }: { plans: readonly RepairPlan[]; unit: HeightUnit }) {
  const planned = new Set(plans.flatMap(({ ids }) => ids));
  const struck = plans
    .flatMap((plan) => plan.struck)
    .filter((one, i, all) => !planned.has(one.id) && all.findIndex(({ id }) => id === one.id) === i);
  if (struck.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer">Left out of every plan, and why ({struck.length})</summary>
      <ul className="mt-1 list-disc pl-5">
        {struck.map((one) => (
          <li key={one.id}>{sayStruck(one, sayIn(unit))}</li>
        ))}
      </ul>
    </details>
  );
}
