import { QUANTITIES, type QuantityId } from '@upright-elder/core';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Choice } from '../../../fields/Choice.js';
import { FIELD_KEYS, type Draft, type FieldKey } from './draft.js';

interface Difference {
  key: string;
  name: string;
  theirs: string;
  yours: string;
  /** puts the yours-value into a draft that begins as theirs */
  take: (draft: Draft) => Draft;
}

/** Two people saved the same examination: both copies, difference by difference, and neither is lost. */
export function MergeDialog({
  theirs,
  yours,
  onMerged,
  onClose,
}: {
  theirs: Draft;
  yours: Draft;
  onMerged: (draft: Draft) => void;
  onClose: () => void;
}) {
  const differences = differencesOf(theirs, yours);
  const [chosen, setChosen] = useState<Record<string, 'theirs' | 'yours'>>({});
  const merged = () =>
    differences.reduce(
      (draft, d) => ((chosen[d.key] ?? 'yours') === 'yours' ? d.take(draft) : draft),
      theirs,
    );
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content className="sheet fixed top-1/2 left-1/2 max-h-[90vh] w-[min(52rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-6">
          <Dialog.Title className="text-[1.4rem]">Somebody else saved this examination</Dialog.Title>
          <Dialog.Description className="mt-1">
            Nothing was overwritten. Choose for each difference which one stands; the other is kept as its
            correction.
          </Dialog.Description>
          {differences.length === 0 && <p className="said mt-3">Both copies say the same.</p>}
          {differences.map((d) => (
            <div key={d.key} className="mt-3 border-t border-rule pt-2">
              <div className="font-bold">{d.name}</div>
              <Choice
                label={d.name}
                value={chosen[d.key] ?? 'yours'}
                options={[
                  { value: 'theirs', label: `Theirs: ${d.theirs || 'not read'}` },
                  { value: 'yours', label: `Yours: ${d.yours || 'not read'}` },
                ]}
                onChange={(side) => setChosen({ ...chosen, [d.key]: side })}
              />
            </div>
          ))}
          <div className="mt-5 flex gap-3">
            <button type="button" className="act" onClick={() => onMerged(merged())}>
              Save what is chosen
            </button>
            <Dialog.Close className="quiet">Back to what I typed</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const CONDITION_NAMES: Record<keyof Draft['conditions'], string> = {
  humidity: 'Room humidity',
  temperature: 'Room temperature',
  woodMoisture: 'Wood moisture',
  strings: 'Strings',
  timeAtPitch: 'Time at pitch',
  afterWork: 'Worked on since last time',
  reliefFrom: 'Relief, first held fret',
  reliefTo: 'Relief, second held fret',
};

function differencesOf(theirs: Draft, yours: Draft): Difference[] {
  const found: Difference[] = [];
  const add = (key: string, name: string, a: unknown, b: unknown, take: Difference['take']) => {
    if (a !== b) found.push({ key, name, theirs: String(a), yours: String(b), take });
  };
  add('date', 'Date', theirs.date, yours.date, (draft) => ({ ...draft, date: yours.date }));
  for (const key of Object.keys(CONDITION_NAMES) as (keyof Draft['conditions'])[]) {
    add(key, CONDITION_NAMES[key], theirs.conditions[key], yours.conditions[key], (draft) => ({
      ...draft,
      conditions: { ...draft.conditions, [key]: yours.conditions[key] },
    }));
  }
  for (const key of FIELD_KEYS) {
    add(key, nameOf(key), theirs.texts[key] ?? '', yours.texts[key] ?? '', (draft) => ({
      ...draft,
      texts: { ...draft.texts, [key]: yours.texts[key] },
      units: { ...draft.units, [key.split('.')[0]!]: yours.units[key.split('.')[0] as QuantityId] },
    }));
  }
  add('notes', 'Notes', theirs.notes, yours.notes, (draft) => ({ ...draft, notes: yours.notes }));
  return found;
}

function nameOf(key: FieldKey): string {
  const [quantity, place] = key.split('.') as [QuantityId, string];
  return `${QUANTITIES[quantity].name}${place === 'centre' ? '' : `, ${place}`}`;
}
