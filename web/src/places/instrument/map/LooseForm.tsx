import { pathLength, type Brace } from '@upright-elder/core/body-plan';
import { useState } from 'react';
import { LengthField, useFieldUnit } from '../../../fields/LengthField.js';
import { sayLength } from '@upright-elder/core/wording';
import { metresOf } from './mapDocument.js';

/** A loose stretch: from and to along the brace, m; the feeler's depth as typed. */
export interface Loose {
  from: number;
  to: number;
  depth: string | null;
}

const EMPTY = { from: '', to: '', depth: '' };

/** Where a brace is loose. */
export function LooseForm({ brace, onLoose }: { brace: Brace; onLoose: (loose: Loose) => void }) {
  const [typed, setTyped] = useState(EMPTY);
  const unit = useFieldUnit('mm');
  const length = pathLength(brace.path);
  const [from, to] = [metresOf(typed.from), metresOf(typed.to)];
  const fits = from !== null && to !== null && from >= 0 && to > from && to <= length + 0.001;
  const field = (id: keyof typeof EMPTY, label: string) => (
    <LengthField
      label={label}
      unit="mm"
      value={typed[id]}
      onChange={(text) => setTyped({ ...typed, [id]: text })}
    />
  );
  return (
    <>
      <h3 className="mt-2 text-[1.05rem]">It is loose</h3>
      <div className="grid grid-cols-3 gap-x-3">
        {field('from', 'From, along it')}
        {field('to', 'To, along it')}
        {field('depth', 'Feeler goes in')}
      </div>
      {typed.to !== '' && !fits && (
        <p className="text-ochre">
          ✕ From 0 to {sayLength(length, unit)}, the second further along than the first.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="act mt-1"
          disabled={!fits}
          onClick={() => {
            onLoose({ from: from!, to: to!, depth: typed.depth || null });
            setTyped(EMPTY);
          }}
        >
          Mark it loose
        </button>
        <button
          type="button"
          className="quiet mt-1"
          onClick={() => onLoose({ from: 0, to: length, depth: typed.depth || null })}
        >
          All of it is loose
        </button>
      </div>
    </>
  );
}
