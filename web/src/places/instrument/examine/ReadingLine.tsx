import type { Expectation, GaugeShown, Shop, Tool } from '@upright-elder/contract';
import {
  placeName,
  questionOfReading,
  QUANTITIES,
  readingOn,
  type ConstructionKind,
  type Place,
  type QuantityId,
  type ReadingValue,
} from '@upright-elder/core/readings';
import { memo } from 'react';
import { toast } from 'sonner';
import { ReadingField, SAME } from '../../../fields/ReadingField.js';
import { placesOf, toolOf, unitOf, type Draft, type FieldKey } from './draft.js';
import { FieldNote } from './FieldNote.js';
import { LineName } from './LineName.js';
import { LiveGauge } from './LiveGauge.js';
import { ListField } from '../../../fields/ListField.js';

interface Props {
  quantity: QuantityId;
  draft: Draft;
  shop: Shop;
  tools: readonly Tool[];
  expectations: readonly Expectation[];
  now: ReadingValue[];
  refusals: Record<string, string>;
  construction: ConstructionKind;
  /** the field of this line that has the focus */
  active: Place | null;
  gauge: GaugeShown | undefined;
  onActive: (line: QuantityId, place: Place) => void;
  onText: (key: FieldKey, text: string) => void;
  onTool: (quantity: QuantityId, tool: string) => void;
  /** takes both sides out of a bass field; true where there were two */
  onSides: (quantity: QuantityId) => boolean;
}

const COLUMNS: Record<number, string> = {
  1: 'grid-cols-1 sm:max-w-[15rem]',
  2: 'grid-cols-2',
  3: 'grid-cols-3',
  4: 'grid-cols-2 sm:grid-cols-4',
  5: 'grid-cols-3 sm:grid-cols-5',
  6: 'grid-cols-3 sm:grid-cols-6',
};
const NARROW = 4;

/** One reading a line: its fields, what stood there last time, what is expected now, and the tool. */
export const ReadingLine = memo(function ReadingLine(props: Props) {
  const {
    quantity,
    draft,
    shop,
    tools,
    expectations,
    now,
    refusals,
    construction,
    active,
    gauge,
    onActive,
    onText,
    onTool,
    onSides,
  } = props;
  const { name, how, dimension } = QUANTITIES[quantity];
  const places = placesOf(quantity);
  const narrow = places.length >= NARROW;
  const toolsHere = places.map((place) => toolOf(draft, `${quantity}.${place}`, shop));
  const tool = toolsHere[0]!;
  const take = (key: FieldKey) => {
    if (!gauge) return;
    if (!gauge.steady) {
      toast('The gauge still moves: hold it steady.');
      return;
    }
    const typed = draft.texts[key]?.trim();
    onText(key, typed && typed !== SAME ? `${typed}; ${gauge.text}` : gauge.text);
  };
  return (
    <fieldset
      className={`grid gap-x-4 border-t border-rule py-1.5 pl-2 md:grid-cols-[12.5rem_minmax(0,1fr)] ${active ? 'border-l-4 border-l-verdigris' : 'border-l-4 border-l-transparent'}`}
    >
      <legend className="sr-only">{name}</legend>
      <div className="max-lg:flex max-lg:flex-wrap max-lg:items-center max-lg:gap-x-3">
        <LineName name={name} how={how} />
        <div className="flex items-center gap-1.5 text-[0.85rem] text-faint">
          <span aria-hidden="true">with</span>
          <ListField
            label={`${name}, read with`}
            hideLabel
            plain
            aside
            className="max-w-[11rem]"
            value={tool}
            options={tools
              .filter((one) => one.dimension === dimension && (!one.retired || one.id === tool))
              .map((one) => ({ value: one.id, label: one.name }))}
            onPick={(chosen) => onTool(quantity, chosen)}
          />
        </div>
        {toolsHere.some((one) => one !== tool) && (
          <p className="text-[0.85rem] text-faint">
            {toolsHere
              .map((id, i) => `${placeName(places[i]!)}: ${tools.find((one) => one.id === id)?.name ?? id}`)
              .join('; ')}
          </p>
        )}
        {refusals[`${quantity}.tool`] && <p className="text-ochre">✕ {refusals[`${quantity}.tool`]}</p>}
      </div>
      <div className={`grid gap-2 ${COLUMNS[places.length]}`}>
        {places.map((place) => {
          const key: FieldKey = `${quantity}.${place}`;
          const unit = unitOf(draft, key, shop);
          const expectation = expectations.find((one) => one.quantity === quantity && one.place === place);
          return (
            <div key={place} className="min-w-0">
              {placeName(place) && (
                <div className="truncate text-[0.85rem] font-bold text-faint" aria-hidden="true">
                  {placeName(place)}
                </div>
              )}
              <ReadingField
                quantity={quantity}
                place={place}
                unit={unit}
                value={draft.texts[key] ?? ''}
                refusal={refusals[key]}
                onFocus={() => onActive(quantity, place)}
                onBlur={() => onSides(quantity)}
                onKeyDown={(event) => {
                  if (event.key === 'Enter' && onSides(quantity))
                    event.currentTarget.dataset.filled = 'treble';
                  if (event.key !== 'F2') return;
                  event.preventDefault();
                  take(key);
                }}
                onChange={(text) => onText(key, text)}
                // where a history says what is expected, that answers for an odd value
                question={(text) =>
                  expectation?.range || text.trim() === SAME
                    ? null
                    : questionOfReading(quantity, text, unit, construction)
                }
                note={
                  expectation && (
                    <FieldNote
                      quantity={quantity}
                      unit={unit}
                      expectation={expectation}
                      value={readingOn(now, quantity, place)}
                      narrow={narrow}
                    />
                  )
                }
              />
              {active === place && gauge && <LiveGauge shown={gauge} onTake={() => take(key)} />}
            </div>
          );
        })}
      </div>
    </fieldset>
  );
}, isAlike);

/** Nothing of this line has changed: a key in one field draws one line again, not a hundred. */
function isAlike(before: Props, after: Props): boolean {
  const { quantity } = after;
  const own = (props: Props) => [
    ...placesOf(quantity).flatMap((place): unknown[] => {
      const key: FieldKey = `${quantity}.${place}`;
      const { texts, units, tools } = props.draft;
      return [texts[key], units[key], tools[key], props.refusals[key]];
    }),
    props.refusals[`${quantity}.tool`],
  ];
  const rest = ({ draft: _draft, now: _now, refusals: _refusals, ...others }: Props) => Object.values(others);
  const same = (one: unknown[], other: unknown[]) =>
    one.length === other.length && one.every((value, i) => Object.is(value, other[i]));
  return same(own(before), own(after)) && same(rest(before), rest(after));
}
