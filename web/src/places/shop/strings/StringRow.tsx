import {
  CORE_MATERIAL_IDS,
  CORE_MATERIALS,
  PLAIN_MATERIAL_IDS,
  PLAIN_MATERIALS,
  WINDING_MATERIAL_IDS,
  WINDING_MATERIALS,
  WINDING_SHAPE_IDS,
  WINDING_SHAPES,
  type StringFault,
  type TypedString,
} from '@upright-elder/core/strings';
import { X } from 'lucide-react';
import { ListField } from '../../../fields/ListField.js';
import { Tick } from '../../../fields/Tick.js';

const PLAIN = 'plain';

interface Props {
  number: number;
  string: TypedString;
  paired: boolean;
  faults: readonly StringFault[];
  /** what the server refused of it */
  saidByServer: readonly string[];
  onChange: (part: Partial<TypedString>) => void;
  /** null where the set keeps its strings */
  onRemove: (() => void) | null;
}

/** One string of a set: its gauge, and what it is made of. */
export function StringRow({ number, string, paired, faults, saidByServer, onChange, onRemove }: Props) {
  const said = `String ${number}`;
  const faultOf = (field: StringFault['field']) => faults.find((one) => one.field === field);
  const length = (field: StringFault['field'], label: string, placeholder: string) => {
    const fault = faultOf(field);
    return (
      <label className="block text-[0.85rem]">
        {label}
        <input
          className="field"
          autoComplete="off"
          aria-label={`${said}, ${label.toLowerCase()}`}
          placeholder={placeholder}
          value={string[field]}
          aria-invalid={fault && string[field] !== '' ? true : undefined}
          onChange={(event) => onChange({ [field]: event.target.value })}
        />
      </label>
    );
  };
  const one = <F extends 'material' | 'winding' | 'coreMaterial'>(
    field: F,
    label: string,
    options: readonly TypedString[F][],
    names: Record<TypedString[F], { name: string }>,
  ) => (
    <ListField
      label={label}
      name={`${said}, ${label.toLowerCase()}`}
      value={string[field]}
      options={options.map((id) => ({ value: id, label: names[id].name }))}
      onPick={(chosen) => onChange({ [field]: chosen })}
    />
  );
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <span className="w-6 self-center text-right font-bold tabular-nums" aria-hidden="true">
          {number}
        </span>
        <div className="w-22">{length('gauge', 'Gauge', 'such as 42')}</div>
        <ListField
          label="Kind"
          name={`${said}, kind`}
          value={string.wound ? string.shape : PLAIN}
          options={[
            { value: PLAIN, label: 'plain' },
            ...WINDING_SHAPE_IDS.map((id) => ({ value: id, label: WINDING_SHAPES[id].name })),
          ]}
          onPick={(chosen) => onChange(chosen === PLAIN ? { wound: false } : { wound: true, shape: chosen })}
        />
        {string.wound ? (
          <>
            {one('winding', 'Of', WINDING_MATERIAL_IDS, WINDING_MATERIALS)}
            {one('coreMaterial', 'Core', CORE_MATERIAL_IDS, CORE_MATERIALS)}
            <div className="w-26">{length('core', 'Core gauge', 'not known')}</div>
          </>
        ) : (
          one('material', 'Of', PLAIN_MATERIAL_IDS, PLAIN_MATERIALS)
        )}
        {paired && (
          <Tick
            label="octave"
            checked={string.octave}
            onChange={(checked) => onChange({ octave: checked })}
            className="text-[0.9rem]"
          />
        )}
        {onRemove && (
          <button
            type="button"
            className="quiet ml-auto grid min-h-[44px] min-w-[44px] place-items-center"
            aria-label={`Take out string ${number}`}
            onClick={onRemove}
          >
            <X aria-hidden="true" size={18} />
          </button>
        )}
      </div>
      {faults
        .filter(({ field }) => string[field].trim() !== '')
        .map(({ field, reason, accepted }) => (
          <p key={field} className="pl-9 text-[0.9rem] text-ochre">
            ✕ {reason}. Accepted: {accepted}.
          </p>
        ))}
      {faults.every(({ field }) => string[field].trim() === '') &&
        saidByServer.map((words) => (
          <p key={words} className="pl-9 text-[0.9rem] text-ochre">
            ✕ {words}
          </p>
        ))}
    </li>
  );
}
