import type {
  Planning,
  PlanSettings,
  RepairPlan as KeptPlan,
  RepairPlanInput,
} from '@upright-elder/contract';
import type { RepairPlan } from '@upright-elder/core/repair-plans';
import { promisedLines, sayingIn } from '@upright-elder/core/wording';
import type { HeightUnit } from '@upright-elder/core/units';
import { useState } from 'react';
import { toast } from 'sonner';
import { get, send } from '../../../data/api.js';
import { useRefresh } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { useUndoable } from '../../../data/undo.js';
import { StartJob } from '../work/StartJob.js';

type Input = Omit<RepairPlanInput, 'instrumentId' | 'by'>;

/** A kept plan as it is sent. */
function inputFrom({
  version,
  name,
  kind,
  treatments,
  own = [],
  settings,
  promised,
  chosen,
  putAway,
}: KeptPlan): Input {
  return { version, name, kind, treatments, own, settings, promised, chosen, putAway };
}

const plansOf = async (instrumentId: string): Promise<KeptPlan[]> =>
  (await get<Planning>(`instruments/${instrumentId}/planning`)).kept;

/** Saves plans of an instrument; says what became of it. */
export function useKeepPlan(instrumentId: string) {
  const personId = usePersonId();
  const refresh = useRefresh();
  const undoable = useUndoable();
  /** @param before as the plan stood; none where it is new */
  return async (id: string, input: Input, said: string, before?: Input) => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return false;
    }
    try {
      const put = (of: string, one: Input) =>
        send('PUT', `repair-plans/${of}`, { ...one, instrumentId, by: personId });
      const former = (await plansOf(instrumentId)).find(({ chosen }) => chosen);
      await put(id, input);
      await refresh();
      undoable(said, async () => {
        await put(id, {
          ...(before ?? { ...input, chosen: false, putAway: true }),
          version: input.version + 1,
        });
        if (!former || former.id === id) return;
        // the one that was chosen before is chosen again, as it stands now
        const now = (await plansOf(instrumentId)).find((one) => one.id === former.id);
        if (now) await put(now.id, { ...inputFrom(now), chosen: true });
      });
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
          void keep(newId(), input(asked, false), 'Plan saved.').then((done) => done && setAsked(null));
        }}
      >
        <label className="min-w-0 flex-1 text-[0.9rem] font-bold">
          Save it as
          <input
            className="field font-normal"
            autoComplete="off"
            value={asked}
            onChange={(event) => setAsked(event.target.value)}
          />
        </label>
        <button type="submit" className="quiet" disabled={asked.trim() === ''}>
          Save
        </button>
        <button type="button" className="quiet" onClick={() => setAsked(null)}>
          Cancel
        </button>
      </form>
    );
  return (
    <>
      <StartJob
        instrumentId={instrumentId}
        start={{
          name,
          from: 'plan',
          treatments: [...plan.ids, ...plan.own],
          promises: promisedLines(plan, day, sayingIn(unit), archtop),
        }}
      />
      <button
        type="button"
        className="quiet"
        onClick={() => void keep(newId(), input(name, true), `Work now follows “${name}”.`)}
      >
        Use this plan
      </button>
      <button type="button" className="quiet" onClick={() => setAsked(name)}>
        Save
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
    const before = inputFrom(plan);
    return keep(plan.id, { ...before, ...part }, said, before);
  };
  return (
    <section className="sheet mt-3 p-4" aria-label="Saved plans">
      <h3 className="text-[1.25rem]">Saved plans</h3>
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
                Edit it
              </button>
              {plan.chosen ? (
                <button
                  type="button"
                  className="quiet"
                  onClick={() => void change(plan, { chosen: false }, 'No plan is chosen now.')}
                >
                  Stop using it
                </button>
              ) : (
                <button
                  type="button"
                  className="quiet"
                  onClick={() => void change(plan, { chosen: true }, `Work now follows “${plan.name}”.`)}
                >
                  Use this plan
                </button>
              )}
              <button
                type="button"
                className="quiet"
                onClick={() => void change(plan, { putAway: true, chosen: false }, 'Plan archived.')}
              >
                Archive it
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
