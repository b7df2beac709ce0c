import type { Severity } from '@upright-elder/core/diagnosis';

/** How much a finding asks for: never colour alone, always shape and word too. */
const MARKS: Record<Severity, { word: string; path: string; className: string }> = {
  live: { word: 'Live', path: 'M8 1 15 8 8 15 1 8z', className: 'text-wax' },
  structural: { word: 'Structural', path: 'M3 3h10v10H3z', className: 'text-ink' },
  playing: { word: 'Playing', path: 'M2 3h9l4 5-4 5H2l3-5z', className: 'text-verdigris' },
  looks: { word: 'Looks', path: 'M2 10h12v3H2z', className: 'text-faint' },
  watch: { word: 'Watch', path: 'M8 1.5 15 14H1z', className: 'text-ochre' },
};

export function SeverityMark({ severity }: { severity: Severity }) {
  const { word, path, className } = MARKS[severity];
  return (
    <span className={`inline-flex shrink-0 items-center gap-1.5 text-[0.9rem] font-bold ${className}`}>
      <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
        <path d={path} fill="currentColor" />
      </svg>
      {word}
    </span>
  );
}
