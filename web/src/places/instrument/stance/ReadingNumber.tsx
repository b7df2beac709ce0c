import { STRING_SIDES, type StringSide } from '@upright-elder/core/strings';
import type { Examination, Reading, Shop } from '@upright-elder/contract';
import { sayDate, sayInstant } from '@upright-elder/core/days';
import { isSided, QUANTITIES, readingOn, realChange, type QuantityId } from '@upright-elder/core/readings';
import { isBareNumber } from '@upright-elder/core/units';
import { Popover } from 'radix-ui';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useHeights } from '../../../data/heights.js';
import { useZone } from '../../../data/hooks.js';
import { sayReading } from '../../../fields/understood.js';
import { unitOf } from '../seasons/unitOf.js';

const ReadingChart = lazy(() => import('../../../charts/ReadingChart.js'));

/** The examination a number is of, among all of the instrument. */
interface Among {
  examination: Examination;
  examinations: Examination[];
  shop: Shop;
}

interface Placed extends Among {
  quantity: QuantityId;
  left?: string;
  align?: 'start' | 'end';
}

/** A number standing over the place where it is measured. */
export function PlacedNumber({ quantity, left, align, ...among }: Placed) {
  const sides = isSided(quantity) ? STRING_SIDES : (['centre'] as const);
  const placed = left !== undefined;
  const shift = align === 'start' ? '' : align === 'end' ? '-translate-x-full' : '-translate-x-1/2';
  const written = !placed || align === 'start' ? '' : align === 'end' ? 'text-right' : 'text-center';
  return (
    <div className={placed ? `absolute bottom-0 ${shift}` : ''} style={{ left }}>
      <div className={`text-[0.9rem] font-bold whitespace-nowrap text-faint ${written}`}>
        {QUANTITIES[quantity].name.replace(' at the bridge', '')}
      </div>
      {sides.map((side) => (
        <div
          key={side}
          className={`flex h-[44px] items-center gap-2 whitespace-nowrap ${side === 'centre' && placed ? 'mb-[44px]' : ''}`}
        >
          {side !== 'centre' && (
            <span className={placed ? 'sr-only' : 'w-[3.1rem] text-[0.85rem] text-faint'}>{side}</span>
          )}
          <ReadingNumber quantity={quantity} side={side} {...among} />
        </div>
      ))}
    </div>
  );
}

interface Opened extends Among {
  quantity: QuantityId;
  side: StringSide | 'centre';
}

/** Every number can be opened: what was typed, by whom, how sure, what has changed, and how it went over the years. */
export function ReadingNumber({ quantity, side, examination, examinations, shop }: Opened) {
  const zone = useZone();
  const { unit: heights } = useHeights();
  const reading = readingOn(examination.readings, quantity, side);
  if (!reading) return <span className="text-[0.95rem] text-faint">not read</span>;
  const unit = shop.units[quantity] ?? QUANTITIES[quantity].unit;
  const say = (value: number) => sayReading(quantity, value, unit, heights);
  // like is compared with like: strung with strung
  const history = examinations.flatMap(({ id, date, conditions, readings }) => {
    const found = readingOn(readings, quantity, side);
    return found && conditions.strings === examination.conditions.strings
      ? [{ id, date, reading: found }]
      : [];
  });
  const earlier = history[history.findIndex(({ id }) => id === examination.id) - 1];
  return (
    <Popover.Root>
      <Popover.Trigger className="min-h-[44px] min-w-[44px] text-left text-[1.3rem] leading-tight font-bold underline decoration-rule decoration-2 underline-offset-4 hover:decoration-verdigris lg:text-[1.65rem]">
        {say(reading.value)}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="sheet z-10 w-[22rem] p-4 shadow-lg" sideOffset={6} collisionPadding={8}>
          <p className="font-serif text-[1.15rem] font-semibold">
            {QUANTITIES[quantity].name}
            {side !== 'centre' && `, ${side}`}
          </p>
          <p>
            Typed “{reading.text}”{isBareNumber(reading.text) && ` in ${reading.unit}`}
            {reading.place === 'both' && ', one value for both sides'} by {reading.byName},{' '}
            {sayDate(examination.date)}.
          </p>
          <p>
            {reading.toolName}: ± {say(1.96 * reading.sd)} (95 %)
            {reading.values.length > 1 && `, mean of ${reading.values.length} readings`}.
          </p>
          {earlier && <ChangeSince earlier={earlier} reading={reading} say={say} />}
          {examination.corrections
            .filter((old) => old.line === quantity && old.place === reading.place)
            .map((old) => (
              <p key={old.at} className="mt-2 text-[0.9rem]">
                Corrected by {old.by}, {sayInstant(old.at, zone)}: it said {old.text}
                {old.why && `, “${old.why}”`}.
              </p>
            ))}
          {history.length > 2 && (
            <Suspense fallback={<p className="mt-3 text-faint">Fetching…</p>}>
              <ReadingChart
                small
                unit={unitOf(
                  { key: `${quantity}.${side}`, dimension: QUANTITIES[quantity].dimension },
                  heights,
                )}
                points={history.map(({ id, date, reading: one }) => ({
                  id,
                  date,
                  value: one.value,
                  sd: one.sd,
                  chosen: id === examination.id,
                }))}
                say={say}
              />
            </Suspense>
          )}
          <Link className="mt-2 inline-block underline" to={`../readings?of=${quantity}.${side}`}>
            All its readings
          </Link>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function ChangeSince({
  earlier,
  reading,
  say,
}: {
  earlier: { date: string; reading: Reading };
  reading: Reading;
  say: (value: number) => string;
}) {
  const { change, real, oneDivision } = realChange(earlier.reading, reading);
  const by = `${change > 0 ? '+' : '−'}${say(Math.abs(change))}`;
  return (
    <p className="mt-2">
      Since {sayDate(earlier.date)}:{' '}
      {oneDivision
        ? `${by}, one line of the scale: a change, or the line beside it?`
        : real
          ? `${by}, a real change.`
          : 'no change this tool can see.'}
    </p>
  );
}
