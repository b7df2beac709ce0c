import type { StayShown } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';

interface Props {
  stays: readonly StayShown[];
  /** the days that are shown, as instants; and what lies beside the plot, px */
  from: number;
  to: number;
  left: number;
  right: number;
}

/** Under a curve, on its own axis: in which room it lay when; nothing where it lay in one. */
export function PathStrip({ stays, from, to, left, right }: Props) {
  if (stays.length < 2) return null;
  const shares = stays.map(({ from: begins }, i) => {
    const start = begins === null ? from : Date.parse(begins);
    const next = stays[i + 1]?.from;
    return (100 * ((next ? Date.parse(next) : to) - start)) / (to - from);
  });
  return (
    <ol
      aria-label="Which room it was in"
      className="mb-1 flex text-[0.85rem]"
      style={{ marginLeft: left, marginRight: right }}
    >
      {stays.map(({ from: begins, room }, i) => (
        <li
          key={begins ?? 'first'}
          style={{ width: `${shares[i]}%` }}
          className={`min-w-0 truncate border-t-4 px-1 ${i % 2 === 0 ? 'border-verdigris' : 'border-ochre'}`}
          title={`${room || 'a place without a log'}${begins === null ? '' : `, from ${sayDate(begins)}`}`}
        >
          {room || 'elsewhere'}
        </li>
      ))}
    </ol>
  );
}
