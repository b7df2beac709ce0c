import {
  LENGTH_UNIT_NAMES,
  parseReading,
  QUANTITIES,
  type QuantityId,
  type ReadingUnit,
} from '@upright-elder/core';
import type { KeyboardEvent } from 'react';
import { TypedField } from './TypedField.js';
import { understoodReading } from './understood.js';

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
  return (
    <TypedField
      {...rest}
      label={`${QUANTITIES[quantity].name}${place ? `, ${place}` : ''}`}
      hideLabel
      unit={unit === '°' ? '°' : LENGTH_UNIT_NAMES[unit]}
      parse={(text) => parseReading(quantity, text, unit)}
      understood={(text) => understoodReading(quantity, text, unit)}
    />
  );
}
