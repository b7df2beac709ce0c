import type { ReactNode } from 'react';
import { useNarrow } from '../../../data/useNarrow.js';
import { Fold } from '../../../fields/Fold.js';

interface Props {
  /** its place among the stages, from 0 */
  at: number;
  title: string;
  filled: number;
  fields: number;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
}

/** A stage of an examination; on a narrow screen it folds, and says how far it is. */
export function StagePart({ at, title, filled, fields, open, onOpenChange, children }: Props) {
  const narrow = useNarrow();
  return (
    <section id={`stage-${at}`} aria-label={title} className="mt-4 scroll-mt-2">
      {narrow ? (
        <Fold
          summary={
            <span className="flex justify-between gap-2">
              {title}
              <span className="font-sans text-[0.95rem] font-normal text-faint">
                {filled} of {fields}
              </span>
            </span>
          }
          summaryClass="border-b border-rule font-serif text-[1.25rem] font-semibold"
          open={open}
          onOpenChange={onOpenChange}
        >
          {children}
        </Fold>
      ) : (
        <>
          <h3 className="text-[1.25rem]">{title}</h3>
          {children}
        </>
      )}
    </section>
  );
}
