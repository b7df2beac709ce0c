import { AlertDialog } from 'radix-ui';
import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { MergeDialog, type Difference } from './MergeDialog.js';

interface Conflict {
  differences: Difference[];
  leave: () => void;
  settle: (chosen: Set<string>) => void;
}

interface Props {
  /** what is edited, such as `room` */
  what: string;
  form: {
    dirty: boolean;
    broughtBack: boolean;
    startAfresh: () => void;
    conflict: Conflict | null;
    why?: Asked | null;
  };
}

/** A reason that a save asks for. */
interface Asked {
  value: string;
  refusal: string | undefined;
  change: (why: string) => void;
}

/** Why something that was written down is changed; it is there once the program asks for it. */
export function WhyAsked({ value, refusal, change }: Asked) {
  return (
    <label className="mt-3 block text-[0.9rem] font-bold">
      Why it is changed
      <input
        className="field font-normal"
        autoComplete="off"
        autoFocus
        value={value}
        aria-invalid={refusal ? true : undefined}
        onChange={(event) => change(event.target.value)}
      />
      {refusal && <span className="block font-normal text-ochre">✕ {refusal}</span>}
    </label>
  );
}

/** What stands under every form: the draft that was brought back, both copies on a conflict, a word before leaving. */
export function FormFoot({ what, form }: Props) {
  const { dirty, broughtBack, startAfresh, conflict } = form;
  return (
    <>
      {form.why && <WhyAsked {...form.why} />}
      {(broughtBack || dirty) && (
        <p className="mt-2 text-[0.95rem]">
          {broughtBack ? 'Your unsaved typing is back. It is not saved yet.' : 'Not saved yet.'}{' '}
          <button type="button" className="min-h-[44px] underline print:hidden" onClick={startAfresh}>
            Discard changes
          </button>
        </p>
      )}
      {conflict && (
        <MergeDialog
          what={what}
          differences={conflict.differences}
          onClose={conflict.leave}
          onChosen={conflict.settle}
        />
      )}
      <LeaveGuard dirty={dirty} what={what} />
    </>
  );
}

/** Leaving with unsaved typing asks; what was typed stays as a draft either way. */
export function LeaveGuard({ dirty, what }: { dirty: boolean; what: string }) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => dirty && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (!dirty) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [dirty]);
  if (blocker.state !== 'blocked') return null;
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && blocker.reset()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
        <AlertDialog.Content className="sheet fixed top-1/2 left-1/2 z-20 w-[min(32rem,94vw)] -translate-x-1/2 -translate-y-1/2 p-6">
          <AlertDialog.Title className="text-[1.3rem]">The {what} is not saved</AlertDialog.Title>
          <AlertDialog.Description className="mt-1">
            What you typed stays in this browser and is brought back when you return. Only this browser has
            it.
          </AlertDialog.Description>
          <div className="mt-4 flex flex-wrap gap-3">
            <AlertDialog.Cancel className="act">Stay here</AlertDialog.Cancel>
            <AlertDialog.Action className="quiet" onClick={() => blocker.proceed()}>
              Leave without saving
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
