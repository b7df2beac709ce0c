import {
  allBraces,
  numbersOf,
  partsOf,
  pathLength,
  withBrace,
  withoutBrace,
  type Brace,
  type PartNumber,
  type BodyPlan,
} from '@upright-elder/core/body-plan';
import { parsePercent } from '@upright-elder/core/units';
import { SPECIES, SPECIES_IDS } from '@upright-elder/core/wood';
import { useState } from 'react';
import { LengthField, useFieldUnit } from '../../../fields/LengthField.js';
import { sayLength } from '@upright-elder/core/wording';
import { TypedField } from '../../../fields/TypedField.js';
import { LooseForm, type Loose } from './LooseForm.js';
import { metresOf } from './mapDocument.js';
import { ListField } from '../../../fields/ListField.js';

interface Props {
  plan: BodyPlan;
  part: string;
  /** marks speak of this brace, so it stays */
  marked: boolean;
  onPlan: (plan: BodyPlan) => void;
  onLoose: (brace: Brace, loose: Loose) => void;
  onClose: () => void;
}

/** A part of the plan by its numbers; of a brace also its name, its wood and where it is loose. */
export function PartForm({ plan, part, marked, onPlan, onLoose, onClose }: Props) {
  const brace = allBraces(plan).find(({ id }) => id === part);
  const name = brace?.name ?? partsOf(plan).find(({ id }) => id === part)?.name ?? part;
  const unit = useFieldUnit('mm');
  return (
    <section className="sheet p-4" aria-label="The part">
      <div className="flex items-center justify-between">
        <h2 className="text-[1.2rem] first-letter:uppercase">{name}</h2>
        <button type="button" className="quiet" onClick={onClose}>
          Close
        </button>
      </div>
      {brace && (
        <>
          <p className="text-[0.92rem] text-faint">
            {sayLength(pathLength(brace.path), unit)} long. Across is from the centre line, treble plus; along
            from the tail.
          </p>
          <LooseForm brace={brace} onLoose={(loose) => onLoose(brace, loose)} />
          <h3 className="mt-3 text-[1.05rem]">Its measures</h3>
        </>
      )}
      <div className="grid grid-cols-2 gap-x-3">
        {numbersOf(plan, part).map((number) => (
          <NumberField key={number.id} number={number} onPlan={onPlan} />
        ))}
      </div>
      {brace && <BraceWords {...{ plan, brace, marked, onPlan, onClose }} />}
    </section>
  );
}

/** A number as it is typed; what is understood goes onto the drawing at once. */
function NumberField({
  number: { name, kind, value, set },
  onPlan,
}: {
  number: PartNumber;
  onPlan: (plan: BodyPlan) => void;
}) {
  const [text, setText] = useState(() => (kind === 'share' ? bare(value * 100) : bare(value * 1000)));
  const onText = (next: string, understood: number | null) => {
    setText(next);
    if (understood !== null) onPlan(set(understood));
  };
  if (kind === 'length')
    return (
      <LengthField label={name} unit="mm" value={text} onChange={(next) => onText(next, metresOf(next))} />
    );
  return (
    <TypedField
      label={name}
      unit="%"
      value={text}
      parse={parsePercent}
      understood={(next) => `${next} of it`}
      onChange={(next) => {
        const result = parsePercent(next);
        onText(next, result.ok ? result.value / 100 : null);
      }}
    />
  );
}

const bare = (value: number) => String(Number(value.toFixed(1)));

function BraceWords({
  plan,
  brace,
  marked,
  onPlan,
  onClose,
}: {
  plan: BodyPlan;
  brace: Brace;
  marked: boolean;
  onPlan: (plan: BodyPlan) => void;
  onClose: () => void;
}) {
  return (
    <>
      <label className="block text-[0.9rem] font-bold">
        Name of the brace
        <input
          className="field font-normal"
          autoComplete="off"
          maxLength={80}
          value={brace.name}
          onChange={(event) => onPlan(withBrace(plan, { ...brace, name: event.target.value }))}
        />
      </label>
      <ListField
        label="Brace wood"
        value={brace.wood}
        options={SPECIES_IDS.map((id) => ({ value: id, label: SPECIES[id].name }))}
        onPick={(chosen) => onPlan(withBrace(plan, { ...brace, wood: chosen }))}
      />
      {marked ? (
        <p className="mt-2 text-[0.9rem] text-faint">Loose stretches are marked on it, so it stays.</p>
      ) : (
        <button
          type="button"
          className="quiet mt-2"
          onClick={() => {
            onPlan(withoutBrace(plan, brace.id));
            onClose();
          }}
        >
          Remove the brace
        </button>
      )}
    </>
  );
}
