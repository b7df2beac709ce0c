import {
  isSided,
  parseReading,
  placeName,
  QUANTITIES,
  sidesIn,
  type Place,
  type Question,
  type QuantityId,
  type ReadingUnit,
} from '@upright-elder/core/readings';
import { LENGTH_UNIT_NAMES, parsed } from '@upright-elder/core/units';
import type { KeyboardEvent, ReactNode } from 'react';
import { TypedField } from './TypedField.js';
import { understoodReading } from './understood.js';

/** Typed in a treble field: the bass value stands for both. */
export const SAME = '=';

interface Props {
  quantity: QuantityId;
  /** what is probably meant where a value is odd; left out where the history answers for it */
  question?: (text: string) => Question | null;
  place: Place;
  value: string;
  unit: ReadingUnit;
  onChange: (text: string) => void;
  refusal?: string;
  hint?: string;
  note?: ReactNode;
  onFocus?: () => void;
  onBlur?: () => void;
  onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
}

/** A reading in any unit, and its repeats; in a bass field both sides may stand beside each other. */
export function ReadingField({ quantity, place, unit, ...rest }: Props) {
  const isSame = (text: string) => place === 'treble' && isSided(quantity) && text.trim() === SAME;
  const sides = (text: string) => (place === 'bass' ? sidesIn(quantity, text, unit) : null);
  const words = placeName(place);
  return (
    <TypedField
      {...rest}
      label={`${QUANTITIES[quantity].name}${words ? `, ${words}` : ''}`}
      hideLabel
      unit={unit === '°' || unit === 'cents' ? unit : LENGTH_UNIT_NAMES[unit]}
      parse={(text) => (isSame(text) || sides(text) ? parsed(text) : parseReading(quantity, text, unit))}
      understood={(text) => {
        const both = sides(text);
        if (both) return `bass ${both.bass}, treble ${both.treble}`;
        return isSame(text) ? 'as bass' : understoodReading(quantity, text, unit);
      }}
    />
  );
}
