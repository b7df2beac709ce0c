import { softnessFrom, type Responses } from '@upright-elder/core/top';
import { parseForce, printForce } from '@upright-elder/core/units';
import { useState } from 'react';
import { LengthField } from '../../../fields/LengthField.js';
import { TypedField } from '../../../fields/TypedField.js';
import { metresOf } from '../map/mapDocument.js';

/** A dial reads a dip to so much, m. */
const DIAL_SD = 0.01e-3;

/** A known weight set on the bridge and the dip that it makes: how soft this very top is against its plan. */
export function WeightTest({
  responses,
  onSoftness,
}: {
  /** of the top as it was found */
  responses: Responses;
  onSoftness: (softness: number) => void;
}) {
  const [typed, setTyped] = useState({ weight: '', dip: '' });
  const result = parseForce(typed.weight, 'kgf');
  const [weight, dip] = [result.ok ? result.value : null, metresOf(typed.dip)];
  const softness =
    weight && dip && weight > 0 && dip > 0 ? softnessFrom({ weight, dip, sd: DIAL_SD }, responses) : null;
  const set = (part: Partial<typeof typed>) => {
    const next = { ...typed, ...part };
    setTyped(next);
    const force = parseForce(next.weight, 'kgf');
    const sunk = metresOf(next.dip);
    onSoftness(
      force.ok && force.value > 0 && sunk && sunk > 0
        ? softnessFrom({ weight: force.value, dip: sunk, sd: DIAL_SD }, responses).value
        : 1,
    );
  };
  return (
    <section className="sheet p-4" aria-label="A weight on the bridge">
      <h2 className="text-[1.2rem]">A weight on the bridge</h2>
      <p className="text-[0.9rem] text-faint">
        Set a known weight on the saddle line, strings off, and read the dip with a dial: the model then moves
        as far as this very top does. 2 kg is plenty; nothing heavier than a hand would lean.
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
        <p>
          It moves <span className="font-bold">{softness.value.toFixed(2)}</span> times as far under a force
          as its plan says (± {(1.28 * softness.sd).toFixed(2)}). Everything above follows.
        </p>
      )}
    </section>
  );
}
