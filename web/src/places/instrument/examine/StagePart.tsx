import type { ReactNode } from 'react';
import { useNarrow } from '../../../data/useNarrow.js';
import { Fold } from '../../../fields/Fold.js';
import { Tally } from './Tally.js';

interface Props {
  /** its place among the stages, from 0 */
  at: number;
  title: string;
  filled: number;
  fields: number;
  /** it lies closed under its name until it is wanted; on a narrow screen it always can */
  folds: boolean;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
}

/** A stage of an examination, with how far it is; in a long protocol and on a narrow screen it folds. */
export function StagePart({ at, title, filled, fields, folds, open, onOpenChange, children }: Props) {
  const narrow = useNarrow();
  return (
    <section id={`stage-${at}`} aria-label={title} className={`${folds ? 'mt-1' : 'mt-4'} scroll-mt-2`}>
      {narrow || folds ? (
        <Fold
          summary={
            <span className="flex items-center justify-between gap-3">
              {title}
              <Tally filled={filled} fields={fields} />
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
          <h3 className="flex items-center justify-between gap-3 text-[1.25rem]">
            {title}
            <Tally filled={filled} fields={fields} />
          </h3>
          {children}
        </>
      )}
    </section>
  );
}
