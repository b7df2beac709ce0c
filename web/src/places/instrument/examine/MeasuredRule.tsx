import type { Stage } from '@upright-elder/core/readings';
import type { Draft } from './draft.js';
import { countOf, filledOf } from './stages.js';

const WIDTH = 240;
const HEIGHT = 26;

/** A steel rule with a mark for every field of the protocol, in order: long and dark where it is filled. */
export function MeasuredRule({ stages, draft }: { stages: readonly Stage[]; draft: Draft }) {
  const lines = stages.flatMap(({ lines: of }) => of);
  const fields = countOf(lines);
  const done = filledOf(lines, draft);
  const step = (WIDTH - 8) / Math.max(1, fields - 1);
  let at = 0;
  const marks = stages.flatMap(({ lines: of }, s) =>
    of.flatMap((line, l) => {
      const filled = filledOf([line], draft);
      return Array.from({ length: countOf([line]) }, (_, i) => {
        const x = 4 + step * at;
        at += 1;
        return { x, filled: i < filled, first: l === 0 && i === 0 && s > 0 };
      });
    }),
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block w-full"
      role="img"
      aria-label={`${done} of ${fields} fields filled`}
    >
      <rect
        x="0.5"
        y="0.5"
        width={WIDTH - 1}
        height={HEIGHT - 1}
        rx="2"
        fill="var(--sunk)"
        stroke="var(--faint)"
      />
      {marks.map(({ x, filled, first }) => (
        <path
          key={x}
          d={`M${x.toFixed(1)} ${HEIGHT - 1}v${filled ? -18 : first ? -10 : -6}`}
          stroke={filled ? 'var(--verdigris)' : 'var(--faint)'}
          strokeWidth={filled ? Math.max(1.4, Math.min(3.4, step * 0.6)) : 1}
          opacity={filled ? 1 : 0.7}
        />
      ))}
    </svg>
  );
}
