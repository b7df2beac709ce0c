import { Dialog } from 'radix-ui';
import { KEYS } from './keys.js';

/** The sheet of keys. */
export function KeySheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="sheet fixed top-1/2 left-1/2 max-h-[90vh] w-[min(62rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto p-6"
        >
          <Dialog.Title className="text-[1.5rem]">Keys</Dialog.Title>
          <div className="gap-x-10 md:columns-2">
            {KEYS.map(({ where, keys }) => (
              <section key={where} className="break-inside-avoid pt-3">
                <h3 className="text-[1.1rem]">{where}</h3>
                <dl className="mt-1 grid grid-cols-[9rem_1fr] gap-y-1">
                  {keys.map(([key, what]) => (
                    <div key={key} className="contents">
                      <dt>
                        <kbd className="rounded-[3px] border border-faint bg-sunk px-2 py-0.5 font-sans text-[0.9rem]">
                          {key}
                        </kbd>
                      </dt>
                      <dd>{what}</dd>
                    </div>
                  ))}
                </dl>
              </section>
            ))}
          </div>
          <Dialog.Close className="act mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
