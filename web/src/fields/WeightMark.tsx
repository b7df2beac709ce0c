import type { Weight } from '@upright-elder/core/wording';

/** What a sentence means: never colour alone, always shape and word too. */
const MARKS: Record<Exclude<Weight, 'fact'>, { word: string; path: string; className: string }> = {
  live: { word: 'Live', path: 'M8 1 15 8 8 15 1 8z', className: 'text-wax' },
  act: { word: 'To do', path: 'M2 3h9l4 5-4 5H2l3-5z', className: 'text-verdigris' },
  watch: { word: 'Watch', path: 'M8 1.5 15 14H1z', className: 'text-ochre' },
  unknown: {
    word: 'Not known yet',
    path: 'M8 2a6 6 0 1 0 0 12A6 6 0 0 0 8 2zm0 2.2a3.8 3.8 0 1 1 0 7.6 3.8 3.8 0 0 1 0-7.6z',
    className: 'text-faint',
  },
  well: { word: 'Good', path: 'M2 8.5 6 13 14.5 3.5 12.6 2 5.8 9.6 3.6 7z', className: 'text-verdigris' },
};

/** A mere fact has no mark. */
export function WeightMark({ weight }: { weight: Weight }) {
  if (weight === 'fact') return null;
  const { word, path, className } = MARKS[weight];
  return (
    <span className={`inline-flex shrink-0 items-center gap-1.5 text-[0.85rem] font-bold ${className}`}>
      <svg viewBox="0 0 16 16" width="15" height="15" aria-hidden="true">
        <path d={path} fill="currentColor" fillRule="evenodd" />
      </svg>
      {word}
    </span>
  );
}
