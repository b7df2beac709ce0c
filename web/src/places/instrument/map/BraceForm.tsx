import { pathLength, printLength, type Brace } from '@upright-elder/core';
import { useState } from 'react';
import { LengthField } from '../../../fields/LengthField.js';
import { metresOf } from './mapDocument.js';

interface Props {
  brace: Brace;
  onChange: (brace: Brace) => void;
  onLoose: (from: number, to: number, depth: string | null) => void;
  onClose: () => void;
}

const END_NAMES = ['First end', 'Last end'] as const;

/** A brace by numbers: where it lies, its section, and where it is loose. */
export function BraceForm({ brace, onChange, onLoose, onClose }: Props) {
  const length = pathLength(brace.path);
  const [texts, setTexts] = useState(() => textsOf(brace));
  const [loose, setLoose] = useState({ from: '', to: '', depth: '' });
  const set = (field: keyof ReturnType<typeof textsOf>, text: string, apply: (metres: number) => Brace) => {
    setTexts({ ...texts, [field]: text });
    const metres = metresOf(text);
    if (metres !== null) onChange(apply(metres));
  };
  const end =
    (i: 0 | 1, axis: 0 | 1) =>
    (metres: number): Brace => {
      const at = i === 0 ? 0 : brace.path.length - 1;
      return {
        ...brace,
        path: brace.path.map((point, k) =>
          k !== at ? point : axis === 0 ? [metres, point[1]] : [point[0], metres],
        ),
      };
    };
  const [from, to] = [metresOf(loose.from), metresOf(loose.to)];
  const fits = from !== null && to !== null && from >= 0 && to > from && to <= length + 0.001;
  return (
    <section className="sheet p-4" aria-label="The brace">
      <div className="flex items-center justify-between">
        <h2 className="text-[1.2rem]">{brace.name}</h2>
        <button type="button" className="quiet" onClick={onClose}>
          Close
        </button>
      </div>
      <p className="text-[0.92rem] text-faint">
        {printLength(length, 'mm', 0)} long. Distances across are from the centre line, treble plus; along
        from the tail.
      </p>
      <div className="grid grid-cols-2 gap-x-3">
        <LengthField
          label="Width of the brace"
          unit="mm"
          value={texts.width}
          onChange={(text) => set('width', text, (width) => ({ ...brace, width }))}
        />
        <LengthField
          label="Height of the brace"
          unit="mm"
          value={texts.height}
          onChange={(text) => set('height', text, (height) => ({ ...brace, height }))}
        />
        {([0, 1] as const).map((i) =>
          ([0, 1] as const).map((axis) => {
            const field = `${i}${axis}` as const;
            return (
              <LengthField
                key={field}
                label={`${END_NAMES[i]}, ${axis === 0 ? 'across' : 'along'}`}
                unit="mm"
                value={texts[field]}
                onChange={(text) => set(field, text, end(i, axis))}
              />
            );
          }),
        )}
      </div>
      <h3 className="mt-2 text-[1.05rem]">It is loose</h3>
      <div className="grid grid-cols-3 gap-x-3">
        <LengthField
          label="From, along it"
          unit="mm"
          value={loose.from}
          onChange={(text) => setLoose({ ...loose, from: text })}
        />
        <LengthField
          label="To, along it"
          unit="mm"
          value={loose.to}
          onChange={(text) => setLoose({ ...loose, to: text })}
        />
        <LengthField
          label="Feeler goes in"
          unit="mm"
          value={loose.depth}
          onChange={(text) => setLoose({ ...loose, depth: text })}
        />
      </div>
      {loose.to !== '' && !fits && (
        <p className="text-ochre">
          ✕ From zero at its first end to {printLength(length, 'mm', 0)}, the second beyond the first.
        </p>
      )}
      <button
        type="button"
        className="act mt-1"
        disabled={!fits}
        onClick={() => {
          onLoose(from!, to!, loose.depth || null);
          setLoose({ from: '', to: '', depth: '' });
        }}
      >
        Mark it loose
      </button>
    </section>
  );
}

function textsOf({ width, height, path }: Brace) {
  const say = (metres: number) => printLength(metres, 'mm', 1).replace(' mm', '');
  const [first, last] = [path[0]!, path.at(-1)!];
  return {
    width: say(width),
    height: say(height),
    '00': say(first[0]),
    '01': say(first[1]),
    '10': say(last[0]),
    '11': say(last[1]),
  };
}
