import { STRING_SIDES } from '@upright-elder/core/strings';
import type { PlanSettings } from '@upright-elder/contract';
import {
  BELLY_SCHOOLS,
  CRACK_SCHOOLS,
  SEASON_SCHOOLS,
  STRAIGHTEDGE_IDS,
} from '@upright-elder/contract/lists';
import type { Schools } from '@upright-elder/core/diagnosis';
import { parseLength, sayHeight, type HeightUnit } from '@upright-elder/core/units';
import { useId, useState } from 'react';
import { Choice } from '../../../fields/Choice.js';
import { OneSlider } from '../../../fields/OneSlider.js';
import { SCHOOL_WORDS } from './schoolWords.js';
import { ListField } from '../../../fields/ListField.js';

interface Props {
  settings: PlanSettings;
  onChange: (settings: Partial<PlanSettings>) => void;
  unit: HeightUnit;
  archtop: boolean;
  schools: Schools;
}

/** How far a saddle is moved by hand at most, m. */
const SADDLE_REACH = 0.004;
const PULLS = [
  { value: '1', label: 'as now' },
  { value: '0.9', label: 'a gauge lighter' },
  { value: '0.8', label: 'two semitones down' },
] as const;

/** What a person sets by hand: everything moves at once. */
export function OwnSettings({ settings, onChange, unit, archtop, schools }: Props) {
  const { saddle, pull, humidity, target } = settings;
  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      {STRING_SIDES.map((side) => (
        <div key={side}>
          <span className="flex items-baseline justify-between gap-2">
            <span className="font-bold">
              {archtop ? 'Wheel' : 'Saddle'}, {side}
            </span>
            <span>
              {saddle[side] === undefined
                ? 'as the plan sets it'
                : `${saddle[side] > 0 ? 'up' : 'down'} ${sayHeight(Math.abs(saddle[side]), unit === '64ths' ? 'thou' : unit, 1)} more`}
            </span>
          </span>
          <OneSlider
            label={`${archtop ? 'Wheel' : 'Saddle'}, ${side}`}
            min={-SADDLE_REACH}
            max={SADDLE_REACH}
            step={0.0001}
            value={saddle[side] ?? 0}
            onValue={(value) =>
              onChange({
                saddle: { ...saddle, [side]: Math.abs(value) < 0.00005 ? undefined : value },
              })
            }
          />
        </div>
      ))}
      <div>
        <span className="block font-bold">Strings</span>
        <Choice
          label="Strings"
          value={String(pull)}
          options={PULLS}
          onChange={(value) => onChange({ pull: Number(value) })}
        />
      </div>
      <div>
        <span className="flex items-baseline justify-between gap-2">
          <span className="font-bold">Held at</span>
          <span>{humidity === null ? 'as the plan has it' : `${humidity} % RH, held`}</span>
        </span>
        <OneSlider
          label="Humidity it is held at, percent; the left end leaves it to the plan"
          min={34}
          max={60}
          step={1}
          value={humidity ?? 34}
          onValue={(value) => onChange({ humidity: value <= 34 ? null : value })}
        />
      </div>
      {STRING_SIDES.map((side) => (
        <TargetField
          key={side}
          side={side}
          value={target[side]}
          unit={unit}
          onChange={(value) => onChange({ target: { ...target, [side]: value } })}
        />
      ))}
      <SchoolFields settings={settings} onChange={onChange} schools={schools} />
    </div>
  );
}

function TargetField({
  side,
  value,
  unit,
  onChange,
}: {
  side: 'bass' | 'treble';
  value: number | undefined;
  unit: HeightUnit;
  onChange: (metres: number | undefined) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : sayHeight(value, unit));
  const [refused, setRefused] = useState('');
  const id = useId();
  const typed = (next: string) => {
    setText(next);
    if (next.trim() === '') {
      setRefused('');
      onChange(undefined);
      return;
    }
    const read = parseLength(next, unit === '64ths' ? '64ths' : unit);
    const fits = read.ok && read.value >= 0.0005 && read.value <= 0.012;
    setRefused(read.ok ? (fits ? '' : 'from 0.5 to 12 mm') : `${read.reason}; ${read.accepted}`);
    if (fits) onChange(read.value);
  };
  return (
    <label htmlFor={id}>
      <span className="block font-bold">Wanted {side} action</span>
      <input
        id={id}
        className="field"
        autoComplete="off"
        inputMode="text"
        placeholder="as recorded"
        value={text}
        aria-invalid={refused !== ''}
        aria-describedby={refused ? `${id}-refused` : undefined}
        onChange={(event) => typed(event.target.value)}
      />
      {refused && (
        <span id={`${id}-refused`} className="text-[0.92rem] text-ochre">
          ▲ {refused}
        </span>
      )}
    </label>
  );
}

const SCHOOLS = {
  straightedge: STRAIGHTEDGE_IDS,
  cracks: CRACK_SCHOOLS,
  belly: BELLY_SCHOOLS,
  seasons: SEASON_SCHOOLS,
} as const;

function SchoolFields({ settings, onChange, schools }: Pick<Props, 'settings' | 'onChange' | 'schools'>) {
  return (
    <>
      {(Object.keys(SCHOOLS) as (keyof typeof SCHOOLS)[]).map((school) => (
        <ListField
          key={school}
          label={SCHOOL_WORDS[school].name}
          value={settings.schools[school] ?? schools[school]}
          options={SCHOOLS[school].map((one) => ({
            value: one,
            label: (SCHOOL_WORDS[school].ways as Record<string, string>)[one] ?? one,
          }))}
          onPick={(chosen) => onChange({ schools: { ...settings.schools, [school]: chosen } })}
        />
      ))}
    </>
  );
}
