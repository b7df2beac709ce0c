import type { Budget } from '@upright-elder/contract';
import { sayHeightIn, type HeightUnit } from '@upright-elder/core/units';
import { CAUSES } from './causes.js';

/** Less than this no rule sees at fret 12, m. */
const SEEN = 0.1e-3;
/** Causes that are drawn; the rest is folded. */
const MOST = 4;

/** Why the action is high or low: each cause as a bar at fret 12, in the page's unit; what is not sure is drawn as such. */
export function WhyTheAction({
  budgets,
  archtop,
  unit,
}: {
  budgets: readonly Budget[];
  archtop: boolean;
  unit: HeightUnit;
}) {
  const budget = [...budgets].sort((a, b) => Math.abs(b.total) - Math.abs(a.total))[0]!;
  const { side, actual, target, total, parts } = budget;
  const say = sayHeightIn(unit);
  const off = Math.abs(total) < SEEN ? null : `${say(Math.abs(total))} ${total > 0 ? 'high' : 'low'}`;
  const seen = parts.filter(({ value }) => Math.abs(value) >= SEEN);
  const drawn = [...seen].sort((a, b) => Math.abs(b.value) - Math.abs(a.value)).slice(0, MOST);
  const longest = Math.max(SEEN, ...drawn.map(({ value }) => Math.abs(value)));
  return (
    <>
      <h2 className="text-[1.2rem]">
        {off
          ? `Why ${side} action is ${off}`
          : `${side[0]!.toUpperCase()}${side.slice(1)} action is on target`}{' '}
        <span className="font-sans text-[0.95rem] font-normal text-faint">
          {say(actual)} as measured, wanted {say(target)}
        </span>
      </h2>
      <ul className="mt-1 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3 gap-y-1">
        {drawn.map(({ cause, value, sd }) => {
          const sure = Math.abs(value) > 2 * sd;
          const name = archtop && cause === 'saddle' ? 'wheels' : CAUSES[cause].short;
          return (
            <li key={cause} className="contents">
              <span className="whitespace-nowrap">{name}</span>
              <span className="flex items-center gap-2">
                <span
                  aria-hidden
                  className={`h-4 shrink-0 ${value > 0 ? 'bg-ochre' : 'bg-verdigris'} ${sure ? '' : 'opacity-40 [mask-image:repeating-linear-gradient(115deg,#000_0_4px,transparent_4px_8px)]'}`}
                  style={{ width: `${(55 * Math.abs(value)) / longest}%` }}
                />
                <span className="whitespace-nowrap">
                  {value < 0 && 'takes off '}
                  {say(Math.abs(value))}
                  {!sure && <span className="text-faint"> (not sure)</span>}
                </span>
              </span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
