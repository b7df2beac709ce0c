import type { Verdict } from '@upright-elder/core/readings';

/** What a point ended in: never colour alone, always shape and word too. */
const MARKS: Record<Verdict, { word: string; path: string; className: string }> = {
  sound: { word: 'Sound', path: 'M2 8.5 6 13 14.5 3.5 12.6 2 5.8 9.6 3.6 7z', className: 'text-verdigris' },
  watch: { word: 'Watch', path: 'M8 1.5 15 14H1z', className: 'text-ochre' },
  repair: { word: 'Repair', path: 'M3 3h10v10H3z', className: 'text-ink' },
  unseen: {
    word: 'Cannot be seen',
    path: 'M8 2a6 6 0 1 0 0 12A6 6 0 0 0 8 2zm0 2.2a3.8 3.8 0 1 1 0 7.6 3.8 3.8 0 0 1 0-7.6z',
    className: 'text-faint',
  },
};

export function VerdictMark({ verdict, bare }: { verdict: Verdict; bare?: boolean }) {
  const { word, path, className } = MARKS[verdict];
  return (
    <span className={`inline-flex shrink-0 items-center gap-1.5 font-bold ${className}`}>
      <svg viewBox="0 0 16 16" width="18" height="18" aria-hidden="true">
        <path d={path} fill="currentColor" fillRule="evenodd" />
      </svg>
      {!bare && word}
    </span>
  );
}
