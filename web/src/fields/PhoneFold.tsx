import type { ReactNode } from 'react';
import { useNarrow } from '../data/useNarrow.js';
import { Fold } from './Fold.js';

/** A part that folds away under its name on a phone, where pages are long; on a wider screen it lies open. */
export function PhoneFold({ name, children }: { name: string; children: ReactNode }) {
  const narrow = useNarrow();
  if (!narrow) return children;
  return (
    <Fold
      className="mt-2 border-t border-rule"
      summaryClass="font-serif text-[1.15rem] font-semibold"
      summary={name}
    >
      {children}
    </Fold>
  );
}
