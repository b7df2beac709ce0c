import type { Shop, ShopInput } from '@upright-elder/contract';
import { DATE_ORDERS, writeDate } from '@upright-elder/core/days';
import { spokenIn, unitsOf, type MeasuringUnits } from '@upright-elder/core/readings';
import { Choice } from '../../fields/Choice.js';
import { SearchField } from '../../fields/SearchField.js';

const TIME_ZONES = Intl.supportedValuesOf('timeZone');
const UNITS = [
  { value: 'inches', label: 'inches' },
  { value: 'millimetres', label: 'millimetres' },
] as const;
const TEMPERATURES = [
  { value: '°C', label: '°C' },
  { value: '°F', label: '°F' },
] as const;

interface Props {
  settings: ShopInput;
  shop: Shop;
  refused: Record<string, string>;
  onChange: (change: Partial<ShopInput>) => void;
}

/** Units of all fields at once, temperature, the order of dates, currency, time zone. */
export function MeasureFields({ settings, shop, refused, onChange }: Props) {
  const spoken = spokenIn(settings.units);
  const inAll = (units: MeasuringUnits) =>
    onChange({
      units: unitsOf(units),
      lengths: units === 'inches' ? 'in' : 'mm',
      sayIn: units === 'inches' ? '64ths' : 'mm',
    });
  return (
    <div className="grid gap-3">
      <div>
        <div className="text-[0.9rem] font-bold" aria-hidden="true">
          A bare number is in
        </div>
        <Choice<MeasuringUnits | 'mixed'>
          label="A bare number is in"
          value={spoken}
          options={spoken === 'mixed' ? [...UNITS, { value: 'mixed', label: 'each field its own' }] : UNITS}
          onChange={(units) => units !== 'mixed' && inAll(units)}
        />
        <p className="mt-0.5 text-[0.88rem] text-faint">
          {spoken === 'inches'
            ? 'By the rule in 64ths, by feelers in thousandths, long lengths in inches. '
            : 'In every field at once. '}
          A fraction such as 7/64 is always inches, and a written unit always wins.
        </p>
      </div>
      <div className="flex flex-wrap gap-x-8 gap-y-2">
        <div>
          <div className="text-[0.9rem] font-bold" aria-hidden="true">
            Temperature
          </div>
          <Choice
            label="Temperature"
            value={settings.temperatureUnit}
            options={TEMPERATURES}
            onChange={(temperatureUnit) => onChange({ temperatureUnit })}
          />
        </div>
        <div>
          <div className="text-[0.9rem] font-bold" aria-hidden="true">
            Dates
          </div>
          <Choice
            label="Dates"
            value={settings.dateOrder ?? 'day first'}
            options={DATE_ORDERS.map((order) => ({ value: order, label: writeDate(shop.today, order) }))}
            onChange={(dateOrder) => onChange({ dateOrder })}
          />
        </div>
        <label className="block w-36 text-[0.9rem] font-bold">
          Currency
          <input
            className="field font-normal"
            maxLength={4}
            placeholder="sign or code"
            autoComplete="off"
            value={settings.currency}
            onChange={(event) => onChange({ currency: event.target.value })}
          />
        </label>
      </div>
      <SearchField
        label="Time zone"
        value={settings.timeZone ?? ''}
        options={[
          { value: '', label: `as this computer (${shop.zone})` },
          ...TIME_ZONES.map((zone) => ({ value: zone, label: zone })),
        ]}
        onPick={(zone) => onChange({ timeZone: zone || null })}
        refusal={refused.timeZone}
        hint="Days, and times that a logger wrote without a zone, are counted by it."
      />
    </div>
  );
}
