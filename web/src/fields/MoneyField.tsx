import { parseMoney, printMoney } from '@upright-elder/core/units';
import { TypedField } from './TypedField.js';

interface Props {
  label: string;
  value: string;
  currency: string;
  onChange: (text: string) => void;
  refusal?: string;
  hint?: string;
  hideLabel?: boolean;
  placeholder?: string;
}

/** An amount in the shop's currency. */
export function MoneyField({ currency, ...rest }: Props) {
  return (
    <TypedField
      {...rest}
      unit={currency || undefined}
      parse={parseMoney}
      understood={(text) => {
        const result = parseMoney(text);
        return result.ok ? printMoney(result.value, currency) : '';
      }}
    />
  );
}
