import type { ReactNode } from 'react';
import { Fold } from './Fold.js';

/** A part of a page that is closed under its name until somebody wants it. */
export function PartFold({
  name,
  defaultOpen = false,
  children,
}: {
  name: string;
  defaultOpen?: boolean;
  children: ReactNode;
}) {
  return (
    <Fold
      className="mt-2 border-t border-rule"
      summaryClass="font-serif text-[1.15rem] font-semibold"
      summary={name}
      defaultOpen={defaultOpen}
    >
      {children}
    </Fold>
  );
}
