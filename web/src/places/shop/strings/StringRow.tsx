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
    <label className="block text-[0.85rem]">
      {label}
      <select
        className="field"
        aria-label={`${said}, ${label.toLowerCase()}`}
        value={string[field]}
        onChange={(event) => onChange({ [field]: event.target.value })}
      >
        {options.map((id) => (
          <option key={id} value={id}>
            {names[id].name}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <span className="w-6 self-center text-right font-bold tabular-nums" aria-hidden="true">
          {number}
        </span>
        <div className="w-22">{length('gauge', 'Gauge', 'such as 42')}</div>
        <label className="block text-[0.85rem]">
          Kind
          <select
            className="field"
            aria-label={`${said}, kind`}
            value={string.wound ? string.shape : PLAIN}
            onChange={({ target: { value } }) =>
              onChange(
                value === PLAIN ? { wound: false } : { wound: true, shape: value as TypedString['shape'] },
              )
            }
          >
            <option value={PLAIN}>plain</option>
            {WINDING_SHAPE_IDS.map((id) => (
              <option key={id} value={id}>
                {WINDING_SHAPES[id].name}
              </option>
            ))}
          </select>
        </label>
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
          <label className="flex min-h-[44px] items-center gap-2 text-[0.9rem]">
            <input
              type="checkbox"
              className="h-6 w-6 accent-verdigris"
              checked={string.octave}
              onChange={(event) => onChange({ octave: event.target.checked })}
            />
            octave
          </label>
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
