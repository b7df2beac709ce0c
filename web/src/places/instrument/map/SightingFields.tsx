import type { Sighting } from '@upright-elder/contract';
import { MARK_STATES } from '@upright-elder/core/body-plan';
import { lengthsAgree, pathLength, type MarkKind } from '@upright-elder/core/body-plan';
import { useState } from 'react';
import { LengthField } from '../../../fields/LengthField.js';
import { metresOf } from './mapDocument.js';
import { ListField } from '../../../fields/ListField.js';
import { Tick } from '../../../fields/Tick.js';

interface Props {
  kind: MarkKind;
  sighting: Sighting;
  onSighting: (part: Partial<Sighting>) => void;
}

/** Light through a crack: it was not tried, or tells wood from finish. */
const LIGHT = [
  { words: 'not tried', value: null },
  { words: 'shows: through the wood', value: true },
  { words: 'none: finish only', value: false },
] as const;

/** What holds the tip of a loose brace: it was not looked at, or is held in height or not. */
const TIPS = [
  { words: 'not looked at', value: null },
  { words: 'let into the lining', value: true },
  { words: 'free', value: false },
] as const;

/** What one day saw of a mark. */
export function SightingFields({ kind, sighting, onSighting }: Props) {
  const crack = kind === 'crack';
  const ruler = sighting.ruler ? metresOf(sighting.ruler) : null;
  const agreed = crack && ruler !== null ? lengthsAgree(pathLength(sighting.path), ruler) : null;
  const typed = (field: 'ruler' | 'width' | 'depth', label: string) => (
    <LengthField
      label={label}
      unit="mm"
      value={sighting[field] ?? ''}
      onChange={(text) => onSighting({ [field]: text || null })}
    />
  );
  return (
    <>
      <div className="mt-1 grid grid-cols-2 gap-x-3">
        {crack && typed('ruler', 'By the ruler')}
        {crack && typed('width', 'Widest')}
        {kind === 'bridge gap' && typed('width', 'How far it runs under')}
        {!crack && typed('depth', kind === 'bridge gap' ? 'Feeler that goes in' : 'Feeler goes in')}
        {kind === 'separation' && (
          <>
            <AlongField label="From, along the brace" side="from" {...{ sighting, onSighting }} />
            <AlongField label="To, along the brace" side="to" {...{ sighting, onSighting }} />
            {typed('width', 'Open, strings off')}
            <ListField
              label="Its tip"
              value={String(TIPS.findIndex(({ value }) => value === (sighting.letIn ?? null)))}
              options={TIPS.map(({ words }, i) => ({ value: String(i), label: words }))}
              onPick={(chosen) => onSighting({ letIn: TIPS[Number(chosen)]!.value })}
            />
          </>
        )}
        <ListField
          label="It is"
          value={sighting.state}
          options={MARK_STATES.map((state) => ({ value: state, label: state }))}
          onPick={(chosen) => onSighting({ state: chosen })}
        />
        {crack && (
          <ListField
            label="Light from inside"
            value={String(LIGHT.findIndex(({ value }) => value === sighting.through))}
            options={LIGHT.map(({ words }, i) => ({ value: String(i), label: words }))}
            onPick={(chosen) => onSighting({ through: LIGHT[Number(chosen)]!.value })}
          />
        )}
      </div>
      {agreed && !agreed.ok && (
        <p className="text-ochre">
          ▲ {agreed.reason}. {agreed.accepted}; or say in the note why.
        </p>
      )}
      {crack && (
        <Tick
          label="Cleated"
          checked={sighting.cleated}
          onChange={(checked) => onSighting({ cleated: checked })}
        />
      )}
      <label className="block text-[0.9rem] font-bold">
        Note on this day
        <input
          className="field font-normal"
          autoComplete="off"
          value={sighting.note}
          onChange={(event) => onSighting({ note: event.target.value })}
        />
      </label>
    </>
  );
}

/** One end of a loose stretch; kept once the two ends are in their order. */
function AlongField({
  label,
  side,
  sighting,
  onSighting,
}: {
  label: string;
  side: 'from' | 'to';
  sighting: Sighting;
  onSighting: (part: Partial<Sighting>) => void;
}) {
  const [text, setText] = useState(() => String(Number(((sighting[side] ?? 0) * 1000).toFixed(1))));
  const ends = { from: sighting.from ?? 0, to: sighting.to ?? 0, [side]: metresOf(text) ?? NaN };
  const fits = ends.from >= 0 && ends.to > ends.from;
  return (
    <LengthField
      label={label}
      unit="mm"
      value={text}
      refusal={fits ? undefined : 'From zero at its first end on, the second beyond the first.'}
      onChange={(next) => {
        setText(next);
        const metres = metresOf(next);
        const to = { ...ends, [side]: metres };
        if (metres !== null && to.from >= 0 && to.to > to.from) onSighting({ [side]: metres });
      }}
    />
  );
}
