import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Choice } from '../fields/Choice.js';

/** One thing that two people saved differently. */
export interface Difference {
  key: string;
  name: string;
  theirs: string;
  yours: string;
}

interface Props {
  what: string;
  differences: Difference[];
  /** keys of the differences for which theirs stands */
  onChosen: (theirs: Set<string>) => void;
  onClose: () => void;
}

/** Two people saved the same record: both copies, difference by difference, and neither is lost in silence. */
export function MergeDialog({ what, differences, onChosen, onClose }: Props) {
  const [theirs, setTheirs] = useState<Set<string>>(new Set());
  const choose = (key: string, side: 'theirs' | 'yours') => {
    const next = new Set(theirs);
    if (side === 'theirs') next.add(key);
    else next.delete(key);
    setTheirs(next);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content className="sheet fixed top-1/2 left-1/2 max-h-[90vh] w-[min(52rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-6">
          <Dialog.Title className="text-[1.4rem]">Somebody else saved this {what}</Dialog.Title>
          <Dialog.Description className="mt-1">
            Nothing was overwritten. Pick one side of each difference.
          </Dialog.Description>
          {differences.length === 0 && <p className="said mt-3">Both copies say the same.</p>}
          {differences.map((difference) => (
            <div key={difference.key} className="mt-3 border-t border-rule pt-2">
              <div className="font-bold">{difference.name}</div>
              <Choice
                label={difference.name}
                value={theirs.has(difference.key) ? 'theirs' : 'yours'}
                options={[
                  { value: 'theirs', label: `Theirs: ${difference.theirs || 'nothing'}` },
                  { value: 'yours', label: `Yours: ${difference.yours || 'nothing'}` },
                ]}
                onChange={(side) => choose(difference.key, side)}
              />
            </div>
          ))}
          <div className="mt-5 flex gap-3">
            <button type="button" className="act" onClick={() => onChosen(theirs)}>
              Save my choices
            </button>
            <Dialog.Close className="quiet">Back to what I typed</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
