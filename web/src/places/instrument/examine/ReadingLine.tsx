import type { Examination, Shop } from '@upright-elder/contract';
import { QUANTITIES, readingOn, realChange, type QuantityId, type ReadingValue } from '@upright-elder/core';
import { format } from 'date-fns';
import { ReadingField } from '../../../fields/ReadingField.js';
import { sayReading } from '../../../fields/understood.js';
import { placesOf, unitOf, type Draft, type FieldKey, type Place } from './draft.js';
import { GaugePlace } from './GaugePlace.js';

interface Props {
  quantity: QuantityId;
  draft: Draft;
  shop: Shop;
  /** the last examination in the same string state */
  last: Examination | undefined;
  now: ReadingValue[];
  refusals: Record<string, string>;
  /** where today's reading is expected, m, where there is a forecast for it */
  expected?: Partial<Record<Place, [number, number]>>;
  onText: (key: FieldKey, text: string) => void;
}

/** One reading a line: where the gauge goes, the fields, and what stood there last time. */
export function ReadingLine({ quantity, draft, shop, last, now, refusals, expected, onText }: Props) {
  const { name, how } = QUANTITIES[quantity];
  const unit = unitOf(draft, quantity, shop);
  return (
    <fieldset className="grid grid-cols-1 gap-x-4 border-t border-rule py-2 md:grid-cols-[minmax(0,1fr)_22rem]">
      <legend className="sr-only">{name}</legend>
      <div className="flex items-start gap-3">
        <GaugePlace quantity={quantity} />
        <div>
          <div className="font-serif text-[1.15rem] font-semibold" aria-hidden="true">
            {name}
          </div>
          <p className="text-[0.88rem] leading-snug text-faint">{how}</p>
        </div>
      </div>
      <div className={`grid gap-2 ${placesOf(quantity).length === 2 ? 'grid-cols-2' : 'grid-cols-1'}`}>
        {placesOf(quantity).map((place) => {
          const key: FieldKey = `${quantity}.${place}`;
          const value = draft.texts[key] ?? '';
          const hint = lastWords(quantity, place, last, shop);
          return (
            <div key={place}>
              {place !== 'centre' && (
                <div className="text-[0.85rem] font-bold text-faint">
                  {place === 'bass' ? 'Bass' : 'Treble'}
                </div>
              )}
              <ReadingField
                quantity={quantity}
                place={place === 'centre' ? '' : place}
                unit={unit}
                value={value}
                hint={hint}
                refusal={refusals[key]}
                onChange={(text) => onText(key, text)}
              />
              <ExpectedWords
                quantity={quantity}
                value={readingOn(now, quantity, place)?.value}
                range={expected?.[place]}
                shop={shop}
              />
              <ChangeWords quantity={quantity} place={place} last={last} now={now} shop={shop} />
            </div>
          );
        })}
      </div>
    </fieldset>
  );
}

function lastWords(quantity: QuantityId, place: Place, last: Examination | undefined, shop: Shop): string {
  const before = last && readingOn(last.readings, quantity, place);
  if (!before) return '';
  const unit = shop.units[quantity] ?? QUANTITIES[quantity].unit;
  return `last ${sayReading(quantity, before.value, unit)}, ${format(new Date(last.date), 'd MMM yy')}`;
}

/** The slip guard: what is expected today, and a question where the value lies outside. */
function ExpectedWords({
  quantity,
  value,
  range,
  shop,
}: {
  quantity: QuantityId;
  value: number | undefined;
  range: [number, number] | undefined;
  shop: Shop;
}) {
  if (!range) return null;
  const unit = shop.units[quantity] ?? QUANTITIES[quantity].unit;
  const [from, to] = range.map((end) => sayReading(quantity, Math.max(0, end), unit));
  const words = `expected today ${from} to ${to}`;
  const outside = value !== undefined && (value < range[0] || value > range[1]);
  return outside ? (
    <p className="text-[0.88rem] leading-snug font-bold text-ochre">▲ {words}: is it read right?</p>
  ) : (
    <p className="text-[0.88rem] leading-snug text-faint">{words}</p>
  );
}

/** Change since last time: real, or not seen by this tool. */
function ChangeWords({
  quantity,
  place,
  last,
  now,
  shop,
}: {
  quantity: QuantityId;
  place: Place;
  last: Examination | undefined;
  now: ReadingValue[];
  shop: Shop;
}) {
  const before = last && readingOn(last.readings, quantity, place);
  const after = readingOn(now, quantity, place);
  if (!before || !after) return null;
  const { change, real } = realChange(before, after);
  const unit = shop.units[quantity] ?? QUANTITIES[quantity].unit;
  return (
    <p className="text-[0.85rem] leading-snug">
      {lastWords(quantity, place, last, shop)}:{' '}
      {real ? (
        <strong>
          {change > 0 ? '+' : '−'}
          {sayReading(quantity, Math.abs(change), unit)}, a real change
        </strong>
      ) : (
        'no change that this tool can see'
      )}
    </p>
  );
}
