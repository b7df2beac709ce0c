import {
  LENGTH_UNIT_NAMES,
  parsed,
  parseReading,
  QUANTITIES,
  type QuantityId,
  type ReadingUnit,
} from '@upright-elder/core';
import type { KeyboardEvent } from 'react';
import { TypedField } from './TypedField.js';
import { understoodReading } from './understood.js';

/** Typed in a treble field: the bass value stands for both. */
export const SAME = '=';

interface Props {
  quantity: QuantityId;
  /** bass, treble or nothing */
  place: string;
  value: string;
  unit: ReadingUnit;
  onChange: (text: string) => void;
  refusal?: string;
  hint?: string;
  disabled?: boolean;
  onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
}

/** A reading in any unit; repeats are separated by a semicolon. */
export function ReadingField({ quantity, place, unit, ...rest }: Props) {
  const isSame = (text: string) => place === 'treble' && text.trim() === SAME;
  return (
    <TypedField
      {...rest}
      label={`${QUANTITIES[quantity].name}${place ? `, ${place}` : ''}`}
      hideLabel
      unit={unit === '°' ? '°' : LENGTH_UNIT_NAMES[unit]}
      parse={(text) => (isSame(text) ? parsed(SAME) : parseReading(quantity, text, unit))}
      understood={(text) =>
        isSame(text) ? 'the bass value stands for both' : understoodReading(quantity, text, unit)
      }
    />
  );
}
