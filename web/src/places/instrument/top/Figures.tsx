import type { ShapeFigures } from '@upright-elder/core/top';
import { finer, sayHeight } from '@upright-elder/core/units';
import { useHeights } from '../../../data/heights.js';
import { sayTurn } from './sayTurn.js';

/** Turn, hump, hollow and action under what is set, and what has changed against the instrument as it was found. */
export function Figures({ now, found }: { now: ShapeFigures; found: ShapeFigures }) {
  const unit = finer(useHeights().unit);
  const height = (metres: number) => sayHeight(metres, unit);
  return (
    <dl
      className="grid grid-cols-2 gap-x-4 gap-y-2 xl:grid-cols-4"
      aria-label="What it comes to"
      aria-live="polite"
    >
      <Figure
        name="Bridge turns"
        value={sayTurn(now.turn)}
        by={now.turn - found.turn}
        say={sayTurn}
        seen={0.00009}
      />
      <Figure
        name="Hump behind"
        value={height(now.hump)}
        by={now.hump - found.hump}
        say={height}
        seen={0.000005}
      />
      <Figure
        name="Hollow before"
        value={height(now.hollow)}
        by={now.hollow - found.hollow}
        say={height}
        seen={0.000005}
      />
      <Figure
        name="Action at 12, from the top"
        value={signed(now.action, height)}
        by={now.action - found.action}
        say={height}
        seen={0.000005}
      />
    </dl>
  );
}

const signed = (value: number, say: (value: number) => string) =>
  `${value < 0 ? '−' : '+'}${say(Math.abs(value))}`;

function Figure({
  name,
  value,
  by,
  say,
  seen,
}: {
  name: string;
  value: string;
  by: number;
  say: (value: number) => string;
  /** a smaller change is none */
  seen: number;
}) {
  return (
    <div>
      <dt className="text-[0.9rem] text-faint">{name}</dt>
      <dd>
        <span className="block font-sans text-[1.75rem] leading-tight font-bold whitespace-nowrap tabular-nums">
          {value}
        </span>
        <span className="text-[0.9rem]">
          {Math.abs(by) < seen
            ? 'as it was found'
            : `${say(Math.abs(by))} ${by < 0 ? 'less' : 'more'} than found`}
        </span>
      </dd>
    </div>
  );
}
