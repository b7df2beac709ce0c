import type { OwnPlan, RepairPlan } from '@upright-elder/core/repair-plans';
import type { Schools } from '@upright-elder/core/diagnosis';
import { TREATMENTS, type OwnTreatment, type TreatmentId } from '@upright-elder/core/treatments';
import type { HeightUnit } from '@upright-elder/core/units';
import { sayBreak, sayIn } from '@upright-elder/core/wording';
import { SearchField } from '../../../fields/SearchField.js';
import { treatmentOptions } from '../../../fields/treatmentOptions.js';
import { OwnSettings } from './OwnSettings.js';
import type { OwnState } from './useOwn.js';

interface Props {
  state: OwnState;
  plan: OwnPlan | null;
  plans: readonly RepairPlan[];
  unit: HeightUnit;
  archtop: boolean;
  offeredOwn: readonly OwnTreatment[];
  schools: Schools;
}

/** The person's own plan: any treatment in or out, saddle, strings, humidity, target and school; what it breaks is said. */
export function OwnPanel({ state, plan, plans, unit, archtop, offeredOwn, schools }: Props) {
  const { own, toggle, toggleShops, change, set, end } = state;
  if (!own) return null;
  const offered: TreatmentId[] = [
    ...new Set<TreatmentId>([...(plan?.ids ?? []), ...plans.flatMap(({ ids }) => ids), ...own.ids]),
  ].filter((id): id is TreatmentId => id !== 'measure-first');
  return (
    <section className="sheet mt-3 p-4" aria-label="Your own plan">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h3 className="text-[1.25rem]">
          Your own plan{' '}
          <span className="font-sans text-[0.92rem] font-normal text-faint">begun from {own.from}</span>
        </h3>
        <button type="button" className="quiet" onClick={end}>
          Archive it
        </button>
      </div>
      <Breaks plan={plan} unit={unit} onChange={change} />
      <fieldset className="mt-2">
        <legend className="font-bold">What is done</legend>
        <div className="mt-1 flex flex-wrap gap-2">
          {offered.map((id) => (
            <Toggle
              key={id}
              name={TREATMENTS[id].name}
              pressed={own.ids.includes(id)}
              onToggle={() => toggle(id)}
            />
          ))}
          {offeredOwn.map(({ id, name }) => (
            <Toggle
              key={id}
              name={`${name} (the shop’s own)`}
              pressed={own.shops.includes(id)}
              onToggle={() => toggleShops(id)}
            />
          ))}
        </div>
        <div className="mt-2 max-w-[32rem]">
          <SearchField
            label="Add a repair"
            value=""
            placeholder="choose from the catalogue"
            options={treatmentOptions(offered)}
            onPick={(chosen) => change([chosen as TreatmentId], [])}
          />
        </div>
      </fieldset>
      <fieldset className="mt-3">
        <legend className="font-bold">Set by hand</legend>
        <div className="mt-1">
          <OwnSettings
            settings={own.settings}
            onChange={set}
            unit={unit}
            archtop={archtop}
            schools={schools}
          />
        </div>
      </fieldset>
    </section>
  );
}

/** A treatment, in the plan or out of it. */
function Toggle({ name, pressed, onToggle }: { name: string; pressed: boolean; onToggle: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={onToggle}
      className={`min-h-[44px] rounded-[3px] border px-3 py-1 text-left text-[0.95rem] leading-tight ${
        pressed ? 'border-verdigris bg-verdigris-soft font-bold' : 'border-faint bg-sheet'
      }`}
    >
      <span aria-hidden="true">{pressed ? '✓ ' : '+ '}</span>
      {name}
    </button>
  );
}

function Breaks({
  plan,
  unit,
  onChange,
}: {
  plan: OwnPlan | null;
  unit: HeightUnit;
  onChange: (add: readonly TreatmentId[], remove: readonly TreatmentId[]) => void;
}) {
  return (
    <div role="status" aria-label="Problems with it" className="mt-2">
      {!plan ? (
        <p className="text-faint">Working it out …</p>
      ) : plan.breaks.length === 0 ? (
        <p className="text-verdigris">✓ No conflict with anything known.</p>
      ) : (
        <ul className="grid gap-1">
          {plan.breaks.map(({ id, why, add, remove }, i) => (
            <li key={i} className="flex flex-wrap items-center gap-x-3 gap-y-1">
              <span className="text-ochre">
                ▲ {id && <strong>{TREATMENTS[id].name}: </strong>}
                {sayBreak(why, sayIn(unit))}
              </span>
              {(add.length > 0 || remove.length > 0) && (
                <button type="button" className="quiet text-[0.92rem]" onClick={() => onChange(add, remove)}>
                  {add.length > 0
                    ? `Put in “${TREATMENTS[add[0]!].name}”`
                    : `Take out “${TREATMENTS[remove[0]!].name}”`}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
