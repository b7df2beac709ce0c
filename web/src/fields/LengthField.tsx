import type { UsualLength } from '@upright-elder/core/construction';
import { questionOfLength } from '@upright-elder/core/readings';
import { isBareNumber, LENGTH_UNIT_NAMES, parseLength, type LengthUnit } from '@upright-elder/core/units';
import { useState } from 'react';
import { useShop } from '../data/hooks.js';
import { TypedField } from './TypedField.js';
import { understoodLength } from './understood.js';

interface Props {
  label: string;
  /** as it is kept: a bare number in it is in `unit` */
  value: string;
  unit: LengthUnit;
  onChange: (text: string) => void;
  refusal?: string;
  hint?: string;
  /** outside of it one is asked whether the number is read right */
  usual?: UsualLength;
}

/** The unit that a bare number takes in a field whose texts are kept in millimetres: inches where the shop has them. */
export function useFieldUnit(kept: LengthUnit): LengthUnit {
  const { data: shop } = useShop();
  return kept === 'mm' && shop?.lengths === 'in' ? 'in' : kept;
}

/**
 * A length whose text is kept in one unit and typed in the shop's: a bare number that is typed is kept with the shop's
 * unit where that is another, and shown bare again.
 */
export function useKeptLength(kept: LengthUnit, value: string, onChange: (text: string) => void) {
  const unit = useFieldUnit(kept);
  // what stands there while somebody types, so that no sign vanishes under the hand
  const [typed, setTyped] = useState<string | null>(null);
  const toKeep = (text: string) => (unit !== kept && isBareNumber(text) ? `${text.trim()} ${unit}` : text);
  const shownOf = (text: string) => {
    if (unit === kept || isNothing(text)) return text;
    if (isBareNumber(text)) return `${text.trim()} ${kept}`;
    const bare = text.endsWith(` ${unit}`) ? text.slice(0, -unit.length - 1) : text;
    return isBareNumber(bare) ? bare : text;
  };
  return {
    unit,
    shown: typed !== null && toKeep(typed) === value ? typed : shownOf(value),
    onType: (text: string) => {
      setTyped(text);
      onChange(toKeep(text));
    },
    onRest: () => setTyped(null),
  };
}

/** Nothing is nothing in any unit. */
const isNothing = (text: string) => /^\s*0(?:[.,]0*)?\s*$/u.test(text);

/** A length in any unit. A bare decimal takes the shop's own; it is kept with that unit where it is another. */
export function LengthField({ unit: kept, value, onChange, usual, ...rest }: Props) {
  const { unit, shown, onType, onRest } = useKeptLength(kept, value, onChange);
  return (
    <TypedField
      {...rest}
      value={shown}
      onChange={onType}
      onBlur={onRest}
      unit={LENGTH_UNIT_NAMES[unit]}
      parse={(text) => parseLength(text, unit)}
      question={(text) => questionOfLength(text, unit, usual && { name: rest.label, ...usual })}
      understood={(text) => understoodLength(text, unit)}
    />
  );
}
