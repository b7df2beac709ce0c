import type { ShapeFigures, Spread, SpreadFigure } from '@upright-elder/core/top';
import { moveIn, moveUnit, type MoveUnit } from '@upright-elder/core/units';
import { useHeights } from '../../../data/heights.js';
import { DEGREES } from './sayTurn.js';
import { NARROWS } from './words.js';

interface Props {
  now: ShapeFigures;
  found: ShapeFigures;
  /** what is to be added for the range; null while it is worked out */
  spread: Record<SpreadFigure, Spread> | null;
}

/** Before any range is worked out, figures are said as roughly as a usual top is known. */
const USUAL_SD = { turn: 0.0035, height: 0.0002 };

/** Turn, hump, hollow and action under what is set, each with its range, and what has changed against how it was found. */
export function Figures({ now, found, spread }: Props) {
  const heights = moveIn(useHeights().unit);
  const shown: { name: string; figure: SpreadFigure; unit: MoveUnit; signed?: true }[] = [
    { name: 'Bridge tilt', figure: 'turn', unit: DEGREES },
    { name: 'Hump behind', figure: 'hump', unit: heights },
    { name: 'Hollow in front', figure: 'hollow', unit: heights },
    { name: 'Action at 12, from the top', figure: 'action', unit: heights, signed: true },
  ];
  const moving = shown.map(({ figure }) => spread?.[figure].by ?? null).filter((by) => by !== null);
  const most = moving.toSorted(
    (a, b) => moving.filter((one) => one === b).length - moving.filter((one) => one === a).length,
  )[0];
  return (
    <>
      <dl
        className="grid grid-cols-2 gap-x-4 gap-y-2 xl:grid-cols-4"
        aria-label="What it comes to"
        aria-live="polite"
      >
        {shown.map(({ name, figure, unit, signed }) => (
          <Figure
            key={name}
            name={name}
            value={now[figure]}
            by={now[figure] - found[figure]}
            spread={spread?.[figure] ?? null}
            {...{ unit, signed }}
          />
        ))}
      </dl>
      <p className="mt-1 text-[0.88rem] text-faint">
        {spread
          ? `8 in 10 tops like this one fall in this range.${most ? ` ${NARROWS[most]}` : ''}`
          : 'The ranges are being worked out.'}
      </p>
    </>
  );
}

function Figure({
  name,
  value,
  by,
  spread,
  unit,
  signed = false,
}: {
  name: string;
  value: number;
  by: number;
  spread: Spread | null;
  unit: MoveUnit;
  signed?: boolean;
}) {
  const sd = spread
    ? Math.max(spread.to - spread.from, 1e-9) / 2.56
    : unit.name === '°'
      ? USUAL_SD.turn
      : USUAL_SD.height;
  const say = (si: number) => unit.near(si, sd);
  // a hump or a hollow is there or not: it is never less than none
  const least = signed || unit.name === '°' ? -Infinity : 0;
  const shown = Math.max(least, value + (spread?.middle ?? 0));
  const plus = signed && !say(shown).startsWith('−') && Number(say(shown)) !== 0 ? '+' : '';
  const apart = unit.name === '°' ? '' : ' ';
  // what one top does more than itself is known to about a third
  const change = moveUnit(unit.name, unit.per, unit.name === 'thou' ? 0 : 2).near(
    Math.abs(by),
    Math.abs(by) / 3,
  );
  return (
    <div>
      <dt className="text-[0.9rem] text-faint">{name}</dt>
      <dd>
        <span className="block font-sans text-[1.75rem] leading-tight font-bold whitespace-nowrap tabular-nums">
          {plus}
          {say(shown)}
          {apart}
          {unit.name}
        </span>
        {spread && (
          <span className="block text-[0.9rem]">
            {say(Math.max(least, value + spread.from))} to {say(value + spread.to)}
            {apart}
            {unit.name}
          </span>
        )}
        <span className="text-[0.9rem]">
          {Number(change) === 0
            ? 'as it was found'
            : `${change}${apart}${unit.name} ${by < 0 ? 'less' : 'more'} than found`}
        </span>
      </dd>
    </div>
  );
}
