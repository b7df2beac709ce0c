import type { GaugeShown, LoggedAir, Shop } from '@upright-elder/contract';
import { HELD_FRETS, METERS } from '@upright-elder/contract/lists';
import { memo, useState, type KeyboardEvent } from 'react';
import {
  questionOfHumidity,
  questionOfTemperature,
  questionOfWoodMoisture,
} from '@upright-elder/core/readings';
import {
  parsed,
  parseDuration,
  parsePercent,
  parseTemperature,
  parseWhole,
  printDecimal,
  printPercent,
  printTemperature,
  meterRepeatsOf,
  type TemperatureUnit,
} from '@upright-elder/core/units';
import { Choice } from '../../../fields/Choice.js';
import { TypedField } from '../../../fields/TypedField.js';
import { understoodDays, understoodPercent, understoodTemperature } from '../../../fields/understood.js';
import type { Draft } from './draft.js';
import { LiveGauge } from './LiveGauge.js';
import { Tick } from '../../../fields/Tick.js';
import { ListField } from '../../../fields/ListField.js';
import { DayField } from '../../../fields/DayField.js';

interface Props {
  draft: Draft;
  shop: Shop;
  refusals: Record<string, string>;
  /** the moisture meter, while it is laid on */
  meter: GaugeShown | undefined;
  /** the day’s air in the room’s log */
  logged: LoggedAir | null;
  onCondition: (change: Partial<Draft['conditions']>) => void;
  onDate: (date: string) => void;
}

const STRINGS = [
  { value: 'pitch', label: 'At pitch' },
  { value: 'slack', label: 'Slack' },
  { value: 'off', label: 'Off' },
] as const;

const AFTER = [
  { value: '', label: 'Not said' },
  { value: 'new strings', label: 'New strings' },
  { value: 'slack', label: 'Standing slack' },
  { value: 'work', label: 'Work' },
] as const satisfies { value: Draft['conditions']['pitchAfter']; label: string }[];

const HELD = [
  { field: 'reliefFrom', label: 'Relief, first held fret', range: HELD_FRETS.first },
  { field: 'reliefTo', label: 'Relief, second held fret', range: HELD_FRETS.second },
] as const;

/** The conditions that every reading is stated with. */
export const ConditionLines = memo(function ConditionLines({
  draft,
  shop,
  refusals,
  meter,
  logged,
  onCondition,
  onDate,
}: Props) {
  const { conditions } = draft;
  const [metering, setMetering] = useState(false);
  const takeLog = () => {
    if (logged) onCondition(asTyped(logged, conditions.temperatureUnit));
  };
  const fromLog = (event: KeyboardEvent) => {
    if (event.key !== 'F2') return;
    event.preventDefault();
    takeLog();
  };
  const takeMeter = () => {
    if (!meter?.steady) return;
    const typed = conditions.woodMoisture.trim();
    onCondition({ woodMoisture: typed ? `${typed}; ${meter.text}` : meter.text });
  };
  return (
    <fieldset>
      <legend className="sr-only">Conditions</legend>
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-4">
        <TypedField
          label="Room humidity"
          unit="% RH"
          value={conditions.humidity}
          refusal={refusals['conditions.humidity']}
          parse={parsePercent}
          understood={understoodPercent}
          question={questionOfHumidity}
          onKeyDown={fromLog}
          onChange={(humidity) => onCondition({ humidity })}
        />
        <TypedField
          label="Room temperature"
          unit={conditions.temperatureUnit}
          value={conditions.temperature}
          refusal={refusals['conditions.temperature']}
          parse={(text) => parseTemperature(text, conditions.temperatureUnit)}
          understood={(text) => understoodTemperature(text, conditions.temperatureUnit)}
          question={(text) => questionOfTemperature(text, conditions.temperatureUnit)}
          onKeyDown={fromLog}
          onChange={(temperature) => onCondition({ temperature })}
        />
        <div onFocus={() => setMetering(true)} onBlur={() => setMetering(false)}>
          <TypedField
            label="Wood moisture"
            unit="% MC"
            value={conditions.woodMoisture}
            refusal={refusals['conditions.woodMoisture']}
            parse={parsePercents}
            understood={(text) =>
              meterRepeatsOf(text)
                .map((part) => understoodPercent(part))
                .join('; ')
            }
            question={questionOfWoodMoisture}
            hint="three readings: 8.5; 8; 9"
            onChange={(woodMoisture) => onCondition({ woodMoisture })}
            onKeyDown={(event) => {
              if (event.key !== 'F2') return;
              event.preventDefault();
              takeMeter();
            }}
          />
          {meter && (metering || conditions.woodMoisture === '') && (
            <LiveGauge shown={meter} onTake={takeMeter} />
          )}
        </div>
        <TypedField
          label="Time strung to pitch"
          unit="days"
          value={conditions.timeAtPitch}
          refusal={refusals['conditions.timeAtPitch']}
          parse={(text) => parseDuration(text, 'd')}
          understood={understoodDays}
          hint="such as 9 d, if strung up recently"
          onChange={(timeAtPitch) => onCondition({ timeAtPitch })}
        />
      </div>
      {conditions.timeAtPitch.trim() !== '' && (
        <div className="mt-1">
          <div className="text-[0.9rem] font-bold" aria-hidden="true">
            Strung up after
          </div>
          <Choice
            label="Strung up after"
            value={conditions.pitchAfter ?? ''}
            options={AFTER}
            onChange={(pitchAfter) => onCondition({ pitchAfter })}
          />
        </div>
      )}
      {logged && conditions.humidity.trim() === '' && conditions.temperature.trim() === '' && (
        <button type="button" className="quiet mt-1" data-aside onClick={takeLog}>
          {`Take ${printPercent(logged.humidity)} RH, ${printTemperature(logged.temperature, conditions.temperatureUnit)} from the room’s log`}
          <kbd className="rounded-[3px] border border-rule px-1.5 text-[0.75rem] pointer-coarse:hidden">
            F2
          </kbd>
        </button>
      )}
      {conditions.woodMoisture.trim() !== '' && (
        <MeterLines conditions={conditions} onCondition={onCondition} />
      )}
      <div className="mt-1 flex flex-wrap items-start gap-x-6 gap-y-2">
        <div>
          <div className="text-[0.9rem] font-bold" aria-hidden="true">
            Strings
          </div>
          <Choice
            label="Strings"
            value={conditions.strings}
            options={STRINGS}
            onChange={(strings) => onCondition({ strings })}
          />
          {conditions.strings !== 'pitch' && (
            <Tick
              label="Unsound: left slack, readings at pitch skipped"
              checked={conditions.heldUnsound}
              onChange={(checked) => onCondition({ heldUnsound: checked })}
              className="mt-1 text-[0.95rem]"
            />
          )}
        </div>
        <fieldset className="grid w-64 grid-cols-2 gap-x-2">
          <legend className="text-[0.9rem] font-bold">Relief held at frets</legend>
          {HELD.map(({ field, label, range: [from, to] }) => (
            <TypedField
              key={field}
              label={label}
              hideLabel
              value={conditions[field]}
              refusal={refusals[`conditions.${field}`]}
              parse={(text) => parseWhole(text, from, to, 'a fret')}
              understood={(text) => `fret ${text.trim()}`}
              onChange={(text) => onCondition({ [field]: text })}
            />
          ))}
        </fieldset>
        <div className="w-60">
          <DayField
            label="Date"
            max={shop.today}
            value={draft.date}
            onChange={onDate}
            refusal={refusals.date}
          />
        </div>
      </div>
    </fieldset>
  );
});

/** What the log has, in the fields’ own words. */
const asTyped = ({ humidity, temperature }: LoggedAir, unit: TemperatureUnit) => ({
  humidity: printDecimal(humidity, 0),
  temperature: `${printDecimal(unit === '°F' ? temperature * 1.8 + 32 : temperature, 1)} ${unit.slice(1)}`,
});
/** Every repeat of a meter. */
function parsePercents(text: string) {
  const wrong = meterRepeatsOf(text)
    .map(parsePercent)
    .find((part) => !part.ok);
  return wrong ?? parsed(text);
}

/** A meter's number means little without its kind, its setting and where it was held. */
function MeterLines({
  conditions,
  onCondition,
}: {
  conditions: Draft['conditions'];
  onCondition: Props['onCondition'];
}) {
  return (
    <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 text-[0.9rem] md:grid-cols-4">
      <ListField
        label="Meter"
        value={conditions.meter}
        options={[{ value: '', label: 'not said' }, ...METERS.map((kind) => ({ value: kind, label: kind }))]}
        onPick={(chosen) => onCondition({ meter: chosen })}
        aside
      />
      {(
        [
          ['meterSetting', 'Species setting'],
          ['meterPlace', 'Held where'],
        ] as const
      ).map(([field, label]) => (
        <label key={field}>
          {label}
          <input
            className="field"
            data-aside
            autoComplete="off"
            value={conditions[field]}
            onChange={(event) => onCondition({ [field]: event.target.value })}
          />
        </label>
      ))}
    </div>
  );
}
