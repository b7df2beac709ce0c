import type { Sighting } from '@upright-elder/contract';
import { MARK_STATES, type MarkState } from '@upright-elder/core/map';
import { lengthsAgree, pathLength, type MarkKind } from '@upright-elder/core/map';
import { useState } from 'react';
import { LengthField } from '../../../fields/LengthField.js';
import { metresOf } from './mapDocument.js';

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
            {typed('width', 'Stands open, strings off')}
            <label className="text-[0.9rem] font-bold">
              Its tip
              <select
                className="field font-normal"
                value={TIPS.findIndex(({ value }) => value === (sighting.letIn ?? null))}
                onChange={(event) => onSighting({ letIn: TIPS[Number(event.target.value)]!.value })}
              >
                {TIPS.map(({ words }, i) => (
                  <option key={words} value={i}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
          </>
        )}
        <label className="text-[0.9rem] font-bold">
          It is
          <select
            className="field font-normal"
            value={sighting.state}
            onChange={(event) => onSighting({ state: event.target.value as MarkState })}
          >
            {MARK_STATES.map((state) => (
              <option key={state}>{state}</option>
            ))}
          </select>
        </label>
        {crack && (
          <label className="text-[0.9rem] font-bold">
            Light from inside
            <select
              className="field font-normal"
              value={LIGHT.findIndex(({ value }) => value === sighting.through)}
              onChange={(event) => onSighting({ through: LIGHT[Number(event.target.value)]!.value })}
            >
              {LIGHT.map(({ words }, i) => (
                <option key={words} value={i}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      {agreed && !agreed.ok && (
        <p className="text-ochre">
          ▲ {agreed.reason}. {agreed.accepted}; or say in the note why.
        </p>
      )}
      {crack && (
        <label className="flex min-h-[44px] items-center gap-2">
          <input
            type="checkbox"
            className="h-6 w-6 accent-verdigris"
            checked={sighting.cleated}
            onChange={(event) => onSighting({ cleated: event.target.checked })}
          />
          Cleated
        </label>
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
