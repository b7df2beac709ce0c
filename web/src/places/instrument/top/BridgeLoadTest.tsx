import type { Uncertain } from '@upright-elder/core/numeric';
import { sayDate } from '@upright-elder/core/days';
import type { DeflectionTest, LooseStretch } from '@upright-elder/core/top';
import { parseForce, printForce } from '@upright-elder/core/units';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { send } from '../../../data/api.js';
import { useRefresh, useShop, useLoadTests } from '../../../data/hooks.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { refusals } from '../../../data/save.js';
import { LengthField } from '../../../fields/LengthField.js';
import { TypedField } from '../../../fields/TypedField.js';
import type { TopApi } from './useTopWorker.js';
import { metresOf } from '../map/mapDocument.js';

/** A dial reads a dip to so much, m. */
const DIAL_SD = 0.01e-3;

/** What was typed as a test; null while it is none. */
function testOf({ weight, dip }: { weight: string; dip: string }): DeflectionTest | null {
  const force = parseForce(weight, 'kgf');
  const sunk = metresOf(dip);
  return force.ok && force.value > 0 && sunk && sunk > 0
    ? { weight: force.value, dip: sunk, sd: DIAL_SD }
    : null;
}

/** A known weight set on the bridge and the dip that it makes: how soft this very top is against its plan. */
export function BridgeLoadTest({
  instrumentId,
  api,
  loose,
  onSoftness,
}: {
  instrumentId: string;
  api: TopApi;
  /** of the top as it was found */
  loose: readonly LooseStretch[];
  onSoftness: (softness: number) => void;
}) {
  const { data: loadTests } = useLoadTests(instrumentId);
  const kept = loadTests?.findLast(({ kind }) => kind === 'bridge');
  const { data: shop } = useShop();
  const personId = usePersonId();
  const refresh = useRefresh();
  const [own, setTyped] = useState<{ weight: string; dip: string } | null>(null);
  // what was kept stands until something else is typed
  const typed = own ?? { weight: kept?.weight ?? '', dip: kept?.spots[0]?.loaded ?? '' };
  const [softness, setSoftness] = useState<Uncertain | null>(null);
  const { weight, dip } = typed;
  useEffect(() => {
    let over = false;
    const told = (found: Uncertain | null) => {
      if (over) return;
      setSoftness(found);
      onSoftness(found?.value ?? 1);
    };
    const test = testOf({ weight, dip });
    if (test) api.softness(test, [...loose]).then(told, () => told(null));
    else told(null);
    return () => {
      over = true;
    };
  }, [api, loose, weight, dip, onSoftness]);
  const set = (part: Partial<typeof typed>) => setTyped({ ...typed, ...part });
  const keep = async () => {
    if (!personId || !shop) return void toast.error('Pick who is at the bench first.');
    try {
      await send('PUT', `load-tests/${newId()}`, {
        version: 0,
        instrumentId,
        by: personId,
        date: shop.today,
        kind: 'bridge',
        moment: 'as it came',
        weight,
        planChecked: false,
        spots: [{ spot: 'bridge', zero: '0', loaded: dip, back: '0' }],
        note: '',
      });
      await refresh();
      setTyped(null);
      toast.success('The weight on the bridge is kept.');
    } catch (error) {
      refusals(error);
    }
  };
  return (
    <section className="sheet p-4" aria-label="A weight on the bridge">
      <h2 className="text-[1.2rem]">A weight on the bridge</h2>
      <p className="text-[0.9rem] text-faint">
        Strings off, set a known weight on the saddle line and read the dip: the model is then matched to this
        top. 2 kg is plenty; nothing heavier than a hand would lean.
      </p>
      <div className="mt-1 grid grid-cols-2 gap-x-3">
        <TypedField
          label="Weight"
          unit="kg"
          value={typed.weight}
          parse={(text) => parseForce(text, 'kgf')}
          understood={(text) => {
            const force = parseForce(text, 'kgf');
            return force.ok ? printForce(force.value, 'N') : '';
          }}
          onChange={(weightText) => set({ weight: weightText })}
        />
        <LengthField
          label="It dips"
          unit="mm"
          value={typed.dip}
          onChange={(dipText) => set({ dip: dipText })}
        />
      </div>
      {softness && (
        <>
          <p>
            It moves <span className="font-bold">{softness.value.toFixed(1)}</span> times as far under a force
            as its plan says. Everything above follows.
          </p>
          {own ? (
            <button type="button" className="quiet mt-1" onClick={() => void keep()}>
              Keep this reading
            </button>
          ) : (
            kept && (
              <p className="text-[0.9rem] text-faint">
                Read on {sayDate(kept.date)} by {kept.byName}.
              </p>
            )
          )}
        </>
      )}
    </section>
  );
}
