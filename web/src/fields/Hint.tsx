import { Tooltip } from 'radix-ui';
import type { ReactElement } from 'react';

/** Words that come up beside a control while it is pointed at or has the focus. */
export function Hint({ words, children }: { words: string; children: ReactElement }) {
  return (
    <Tooltip.Provider delayDuration={400}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            sideOffset={4}
            className="z-40 max-w-[20rem] rounded-[3px] bg-ink px-3 py-1.5 text-[0.9rem] text-ground shadow-lg print:hidden"
          >
            {words}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
