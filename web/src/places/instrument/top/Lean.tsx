import type { TopModel } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import type { BellyFit, Spread } from '@upright-elder/core/top';
import { DEGREES } from './sayTurn.js';
import { EIGHT_IN_TEN } from './words.js';

interface Props {
  tilt: NonNullable<TopModel['tilt']>;
  /** what strings and loose braces turn it by, as it was found, rad */
  reckoned: number;
  /** of it in damp, rad per 1 %MC */
  perMoisture: number;
  spread: Spread | null;
  fit: BellyFit | null | undefined;
}

/** While no range is worked out a turn is known to about a third. */
const A_THIRD = 1 / 3;

/** The lean that was measured beside the lean that is reckoned, and what the rest of it is. */
export function Lean({ tilt, reckoned, perMoisture, spread, fit }: Props) {
  const error = spread ? (spread.to - spread.from) / 2 / EIGHT_IN_TEN : A_THIRD * Math.abs(reckoned);
  const set = fit
    ? { value: fit.set.value * reckoned, sd: Math.hypot(fit.set.sd * reckoned, fit.set.value * error) }
    : null;
  const damp = fit
    ? { value: fit.moisture.value * perMoisture, sd: fit.moisture.sd * Math.abs(perMoisture) }
    : null;
  const parts = [
    { name: 'Strings, with what is loose', value: reckoned, sd: error },
    ...(set ? [{ name: 'Permanent set', ...set }] : []),
    ...(damp ? [{ name: 'Damp', ...damp }] : []),
  ];
  const rest = {
    value: tilt.value - parts.reduce((sum, { value }) => sum + value, 0),
    sd: Math.hypot(tilt.sd, ...parts.map(({ sd }) => sd)),
  };
  const say = (value: number, sd: number) => `${DEGREES.withError(value, EIGHT_IN_TEN * sd)}°`;
  return (
    <section className="sheet p-4" aria-label="The bridge’s lean">
      <h2 className="text-[1.2rem]">The bridge’s lean</h2>
      <dl className="mt-1 text-[0.95rem]">
        <Part name={`Measured on ${sayDate(tilt.date)}`} value={say(tilt.value, tilt.sd)} strong />
        {parts.map(({ name, value, sd }) => (
          <Part key={name} name={name} value={say(value, sd)} />
        ))}
        <Part name={set ? 'Not explained' : 'Set, damp or not explained'} value={say(rest.value, rest.sd)} />
      </dl>
      {Math.abs(rest.value) > 2 * rest.sd && (
        <p className="mt-1">
          ▲ It leans {rest.value > 0 ? 'more' : 'less'} than that. Check the bridge joint, the plate, and
          braces not probed yet.
        </p>
      )}
    </section>
  );
}

function Part({ name, value, strong = false }: { name: string; value: string; strong?: boolean }) {
  return (
    <div className={`flex justify-between gap-3 border-b border-rule py-1 ${strong ? 'font-bold' : ''}`}>
      <dt>{name}</dt>
      <dd className="tabular-nums">{value}</dd>
    </div>
  );
}
