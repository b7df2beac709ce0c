import type { PlanSettings, RepairPlan as KeptPlan, RepairPlanInput } from '@upright-elder/contract';
import type { RepairPlan } from '@upright-elder/core/plans';
import { promisedLines, sayingIn } from '@upright-elder/core/sentences';
import type { HeightUnit } from '@upright-elder/core/units';
import { useState } from 'react';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';

/** Saves plans of an instrument; says what became of it. */
export function useKeepPlan(instrumentId: string) {
  const personId = usePersonId();
  const refresh = useRefresh();
  return async (id: string, input: Omit<RepairPlanInput, 'instrumentId' | 'by'>, said: string) => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return false;
    }
    try {
      await send('PUT', `repair-plans/${id}`, { ...input, instrumentId, by: personId });
      await refresh();
      toast.success(said);
      return true;
    } catch (error) {
      refusals(error);
      return false;
    }
  };
}

interface Props {
  instrumentId: string;
  plan: RepairPlan;
  name: string;
  settings: PlanSettings;
  unit: HeightUnit;
  day: number;
  archtop: boolean;
}

/** Chooses a plan for the bench, or keeps it under a name. */
export function KeepPlan({ instrumentId, plan, name, settings, unit, day, archtop }: Props) {
  const keep = useKeepPlan(instrumentId);
  const [asked, setAsked] = useState<string | null>(null);
  const input = (called: string, chosen: boolean) => ({
    version: 0,
    name: called,
    kind: plan.kinds[0] ?? null,
    treatments: plan.ids.filter((id) => id !== 'measure-first'),
    own: plan.own,
    settings,
    promised: promisedLines(plan, day, sayingIn(unit), archtop),
    chosen,
    putAway: false,
  });
  if (asked !== null)
    return (
      <form
        className="flex w-full flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void keep(newId(), input(asked, false), 'The plan is kept.').then((done) => done && setAsked(null));
        }}
      >
        <label className="min-w-0 flex-1 text-[0.9rem] font-bold">
          Keep it as
          <input
            className="field font-normal"
            autoComplete="off"
            value={asked}
            onChange={(event) => setAsked(event.target.value)}
          />
        </label>
        <button type="submit" className="quiet" disabled={asked.trim() === ''}>
          Keep
        </button>
        <button type="button" className="quiet" onClick={() => setAsked(null)}>
          Not
        </button>
      </form>
    );
  return (
    <>
      <button
        type="button"
        className="act"
        onClick={() => void keep(newId(), input(name, true), `Work shows “${name}” now.`)}
      >
        Choose
      </button>
      <button type="button" className="quiet" onClick={() => setAsked(name)}>
        Keep
      </button>
    </>
  );
}

/** Plans that are kept, the chosen one first: taken up again, chosen, or put away. */
export function KeptPlans({
  instrumentId,
  kept,
  onTake,
}: {
  instrumentId: string;
  kept: readonly KeptPlan[];
  onTake: (plan: KeptPlan) => void;
}) {
  const keep = useKeepPlan(instrumentId);
  if (kept.length === 0) return null;
  const change = (plan: KeptPlan, part: Partial<RepairPlanInput>, said: string) => {
    const { version, name, kind, treatments, own = [], settings, promised, chosen, putAway } = plan;
    return keep(
      plan.id,
      { version, name, kind, treatments, own, settings, promised, chosen, putAway, ...part },
      said,
    );
  };
  return (
    <section className="sheet mt-3 p-4" aria-label="Kept plans">
      <h3 className="text-[1.25rem]">Kept plans</h3>
      <ul>
        {kept.map((plan) => (
          <li key={plan.id} className="border-b border-rule py-2 last:border-b-0">
            <span className="font-bold">{plan.name}</span>
            {plan.chosen && <span className="font-bold text-verdigris"> · ✓ chosen, Work shows it</span>}
            <span className="text-[0.92rem] text-faint">
              {' '}
              · {plan.byName}
              {plan.basedOn && `, on what was known on ${plan.basedOn}`}
            </span>
            <ul className="text-[0.92rem]">
              {plan.promised.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            <span className="mt-1 flex flex-wrap gap-2">
              <button type="button" className="quiet" onClick={() => onTake(plan)}>
                Take it up
              </button>
              {plan.chosen ? (
                <button
                  type="button"
                  className="quiet"
                  onClick={() => void change(plan, { chosen: false }, 'No plan is chosen now.')}
                >
                  Do not work by it
                </button>
              ) : (
                <button
                  type="button"
                  className="quiet"
                  onClick={() => void change(plan, { chosen: true }, `Work shows “${plan.name}” now.`)}
                >
                  Choose
                </button>
              )}
              <button
                type="button"
                className="quiet"
                onClick={() => void change(plan, { putAway: true, chosen: false }, 'The plan is put away.')}
              >
                Put it away
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
