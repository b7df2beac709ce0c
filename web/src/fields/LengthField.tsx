import { questionOfLength } from '@upright-elder/core/readings';
import { LENGTH_UNIT_NAMES, parseLength, type LengthUnit } from '@upright-elder/core/units';
import { TypedField } from './TypedField.js';
import { understoodLength } from './understood.js';

interface Props {
  label: string;
  value: string;
  unit: LengthUnit;
  onChange: (text: string) => void;
  refusal?: string;
  hint?: string;
}

/** A length in any unit; a bare decimal takes the field's own. */
export function LengthField({ unit, ...rest }: Props) {
  return (
    <TypedField
      {...rest}
      unit={LENGTH_UNIT_NAMES[unit]}
      parse={(text) => parseLength(text, unit)}
      question={(text) => questionOfLength(text, unit)}
      understood={(text) => understoodLength(text, unit)}
    />
  );
}
