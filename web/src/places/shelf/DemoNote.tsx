import type { DemoState } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { AlertDialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { get, send } from '../../data/api.js';

const ASKED_EVERY_MS = 1000;

/**
 * A demo of another day says so, and offers to be written for today.
 *
 * @param writtenOn null while it is being written
 */
export default function DemoNote({ writtenOn }: { writtenOn: string | null }) {
  const [asked, setAsked] = useState(false);
  const anew = async () => {
    try {
      await send('POST', 'demo/anew', {});
      setAsked(true);
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'The program did not take it.');
    }
  };
  if (asked || writtenOn === null) return <BeingWritten />;
  return (
    <p className="mb-3 border-l-4 border-verdigris pl-3 text-[0.95rem] print:hidden">
      This demo was written on {sayDate(writtenOn, 'long')}. Clocks, promises and due days are of that day.{' '}
      <AlertDialog.Root>
        <AlertDialog.Trigger className="min-h-[44px] underline">Write it again for today</AlertDialog.Trigger>
        <AlertDialog.Portal>
          <AlertDialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
          <AlertDialog.Content className="sheet fixed top-1/2 left-1/2 z-20 w-[min(32rem,94vw)] -translate-x-1/2 -translate-y-1/2 p-6">
            <AlertDialog.Title className="text-[1.3rem]">Write the demo again?</AlertDialog.Title>
            <AlertDialog.Description className="mt-1">
              What you tried in this demo is thrown away. A shop of your own is not touched.
            </AlertDialog.Description>
            <div className="mt-4 flex flex-wrap gap-3">
              <AlertDialog.Cancel className="act">Keep this one</AlertDialog.Cancel>
              <AlertDialog.Action className="quiet" onClick={() => void anew()}>
                Write it again
              </AlertDialog.Action>
            </div>
          </AlertDialog.Content>
        </AlertDialog.Portal>
      </AlertDialog.Root>
    </p>
  );
}

/** Waits until the demo of today is there; the program is away for a while. */
function BeingWritten() {
  useEffect(() => {
    const timer = setInterval(() => {
      void get<DemoState>('demo').then(
        // everything that this page knew is of the demo before
        ({ writtenOn, today }) => writtenOn === today && window.location.assign('/'),
        () => null,
      );
    }, ASKED_EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return (
    <p role="status" className="said mb-3 border-l-4 border-verdigris pl-3">
      The demo is being written for today. This takes about a minute; the page opens by itself.
    </p>
  );
}
