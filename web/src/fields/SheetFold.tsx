import type { ReactNode } from 'react';
import { Fold } from './Fold.js';

/** A sheet of a page that is closed under its name. */
export function SheetFold({
  name,
  children,
  ...opening
}: {
  name: string;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Fold
      className="sheet px-4"
      summaryClass="font-serif text-[1.15rem] font-semibold"
      summary={name}
      {...opening}
    >
      <div className="pb-3">{children}</div>
    </Fold>
  );
}
