import type { Strike, StruckKind } from '@upright-elder/contract';
import { sayInstant } from '@upright-elder/core/days';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { toast } from 'sonner';
import { send } from '../data/api.js';
import { useRefresh, useZone } from '../data/hooks.js';
import { usePersonId } from '../data/person.js';
import { refusals } from '../data/save.js';

interface Props {
  kind: StruckKind;
  id: string;
  /** as it is called in a sentence, such as `this examination` */
  what: string;
  struck: boolean;
  /** on the button; default: Strike out */
  label?: string;
  /** what a reason may be like */
  example?: string;
  onDone?: (struck: boolean) => void;
}

/** Takes something back with a reason, or brings it back. Nothing is erased. */
export function StrikeOut({ kind, id, what, struck, label = 'Cross out', example, onDone }: Props) {
  const [open, setOpen] = useState(false);
  const [why, setWhy] = useState('');
  const [refusal, setRefusal] = useState<string>();
  const personId = usePersonId();
  const refresh = useRefresh();
  const put = async (to: boolean, reason: string): Promise<boolean> => {
    if (!personId) {
      toast.error('Pick who is at the bench first.');
      return false;
    }
    try {
      await send<Strike[]>('PUT', `strikes/${kind}/${id}`, { struck: to, why: reason, by: personId });
      await refresh();
      onDone?.(to);
      return true;
    } catch (error) {
      setRefusal(refusals(error).why);
      return false;
    }
  };
  const strike = async () => {
    if (!(await put(true, why))) return;
    setOpen(false);
    setWhy('');
    setRefusal(undefined);
    toast.success('Crossed out.', {
      action: { label: 'Undo', onClick: () => void put(false, '') },
    });
  };
  if (struck)
    return (
      <button type="button" className="quiet" onClick={() => void put(false, '')}>
        Bring back
      </button>
    );
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="quiet">{label}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
        <Dialog.Content className="sheet fixed top-1/2 left-1/2 z-20 w-[min(32rem,94vw)] -translate-x-1/2 -translate-y-1/2 p-6">
          <Dialog.Title className="text-[1.3rem]">
            {label}: {what}
          </Dialog.Title>
          <Dialog.Description className="mt-1">
            It no longer counts and is shown crossed out. Nothing is erased; you can bring it back.
          </Dialog.Description>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              event.stopPropagation();
              void strike();
            }}
          >
            <label className="mt-3 block text-[0.9rem] font-bold">
              Why
              <input
                className="field font-normal"
                autoComplete="off"
                autoFocus
                value={why}
                placeholder={example}
                aria-invalid={refusal ? true : undefined}
                onChange={(event) => setWhy(event.target.value)}
              />
              {refusal && <span className="font-normal text-ochre">✕ {refusal}</span>}
            </label>
            <div className="mt-4 flex flex-wrap gap-3">
              <button type="submit" className="act">
                {label}
              </button>
              <Dialog.Close className="quiet">Leave it</Dialog.Close>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** When, by whom and why something was struck. */
export function StruckWords({ strikes }: { strikes: readonly Strike[] }) {
  const zone = useZone();
  const last = strikes.at(-1);
  if (!last?.struck) return null;
  return (
    <span className="text-[0.88rem] text-faint">
      crossed out by {last.byName}, {sayInstant(last.at, zone)}
      {last.why && `: “${last.why}”`}
    </span>
  );
}
