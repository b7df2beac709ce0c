import { HELD_FRETS, type Shop } from '@upright-elder/contract';
import { parseDuration, parsePercent, parseTemperature, parseWhole } from '@upright-elder/core';
import { Choice } from '../../../fields/Choice.js';
import { TypedField } from '../../../fields/TypedField.js';
import { understoodDays, understoodPercent, understoodTemperature } from '../../../fields/understood.js';
import type { Draft } from './draft.js';

interface Props {
  draft: Draft;
  shop: Shop;
  refusals: Record<string, string>;
  onCondition: (change: Partial<Draft['conditions']>) => void;
  onDate: (date: string) => void;
}

const STRINGS = [
  { value: 'pitch', label: 'At pitch' },
  { value: 'slack', label: 'Slack' },
  { value: 'off', label: 'Off' },
] as const;

const HELD = [
  { field: 'reliefFrom', label: 'Relief, first held fret', range: HELD_FRETS.first },
  { field: 'reliefTo', label: 'Relief, second held fret', range: HELD_FRETS.second },
] as const;

/** The conditions that every reading is stated with. */
export function ConditionLines({ draft, shop, refusals, onCondition, onDate }: Props) {
  const { conditions } = draft;
  return (
    <fieldset>
      <legend className="font-serif text-[1.25rem] font-semibold">Conditions</legend>
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-4">
        <TypedField
          label="Room humidity"
          unit="% RH"
          value={conditions.humidity}
          refusal={refusals['conditions.humidity']}
          parse={parsePercent}
          understood={understoodPercent}
          onChange={(humidity) => onCondition({ humidity })}
        />
        <TypedField
          label="Room temperature"
          unit={shop.temperatureUnit}
          value={conditions.temperature}
          refusal={refusals['conditions.temperature']}
          parse={(text) => parseTemperature(text, shop.temperatureUnit)}
          understood={(text) => understoodTemperature(text, shop.temperatureUnit)}
          onChange={(temperature) => onCondition({ temperature })}
        />
        <TypedField
          label="Wood moisture"
          unit="% MC"
          value={conditions.woodMoisture}
          refusal={refusals['conditions.woodMoisture']}
          parse={parsePercent}
          understood={understoodPercent}
          hint="meter, inside the box"
          onChange={(woodMoisture) => onCondition({ woodMoisture })}
        />
        <TypedField
          label="Time at pitch"
          unit="days"
          value={conditions.timeAtPitch}
          refusal={refusals['conditions.timeAtPitch']}
          parse={(text) => parseDuration(text, 'd')}
          understood={understoodDays}
          hint="since strung up, if recent"
          onChange={(timeAtPitch) => onCondition({ timeAtPitch })}
        />
      </div>
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
        <label className="text-[0.9rem] font-bold">
          Date
          <input
            type="date"
            className="field block w-44 font-normal"
            max={shop.today}
            value={draft.date}
            onChange={(event) => onDate(event.target.value)}
          />
        </label>
        <label className="flex min-h-[44px] items-center gap-2">
          <input
            type="checkbox"
            className="h-6 w-6 accent-verdigris"
            checked={conditions.afterWork}
            onChange={(event) => onCondition({ afterWork: event.target.checked })}
          />
          Worked on since last time
        </label>
      </div>
      {refusals.date && <p className="text-ochre">✕ {refusals.date}</p>}
    </fieldset>
  );
}
