import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  summary: ReactNode;
  children: ReactNode;
  /** stands open at first */
  defaultOpen?: boolean;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  className?: string;
  /** of the line that opens it */
  summaryClass?: string;
  /** for the screen alone, and drawn only while it is open */
  onScreen?: boolean;
}

/** A part that folds away under a line of its own; on paper it always lies open. */
export function Fold({
  summary,
  children,
  defaultOpen,
  open,
  onOpenChange,
  className,
  summaryClass = '',
  onScreen = false,
}: Props) {
  return (
    <Collapsible.Root
      className={className}
      {...(open === undefined ? { defaultOpen: defaultOpen ?? false } : { open })}
      {...(onOpenChange ? { onOpenChange } : {})}
    >
      <Collapsible.Trigger
        data-fold
        className={`group flex min-h-[44px] w-full items-center gap-1.5 text-left ${summaryClass}`}
      >
        <ChevronRight
          size={18}
          aria-hidden
          className="shrink-0 text-faint transition-transform group-data-[state=open]:rotate-90 print:hidden"
        />
        <span className="min-w-0 grow">{summary}</span>
      </Collapsible.Trigger>
      {/* it stays where it is while shut, so that a search of the page's text and a printer find it */}
      <Collapsible.Content
        {...(onScreen ? {} : { forceMount: true })}
        className="data-[state=closed]:hidden print:!block"
      >
        {children}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
