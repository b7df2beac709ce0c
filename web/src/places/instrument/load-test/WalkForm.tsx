import type { SpotInput, LoadTestInput } from '@upright-elder/contract';
import { LOAD_TEST_MOMENTS } from '@upright-elder/contract/lists';
import { dipOf, type LoadSpot } from '@upright-elder/core/top';
import { LENGTH_UNIT_NAMES, moveIn, parseForce, parseLength, printForce } from '@upright-elder/core/units';
import { useRef, type KeyboardEvent } from 'react';
import { FormFoot } from '../../../app/FormFoot.js';
import { send } from '../../../data/api.js';
import { useHeights } from '../../../data/heights.js';
import { newId } from '../../../data/ids.js';
import { usePersonId } from '../../../data/person.js';
import { useVersionedForm } from '../../../data/useVersionedForm.js';
import { useFieldUnit, useKeptLength } from '../../../fields/LengthField.js';
import { TypedField } from '../../../fields/TypedField.js';
import { metresOf } from '../map/mapDocument.js';
import { ListField } from '../../../fields/ListField.js';
import { Tick } from '../../../fields/Tick.js';

type Edited = Pick<LoadTestInput, 'version' | 'moment' | 'weight' | 'planChecked' | 'note'> & {
  spots: Record<string, Omit<SpotInput, 'spot'>>;
};

const BLANK: Omit<SpotInput, 'spot'> = { zero: '0', loaded: '', back: '' };

interface Props {
  instrumentId: string;
  today: string;
  spots: readonly LoadSpot[];
  onSpot: (spot: string) => void;
  /** what of it is read, so that the drawing shows it */
  onRead: (spots: Set<string>) => void;
}

/** The dial before the weight, under it, and after it, at each spot in turn. */
export function WalkForm({ instrumentId, today, spots, onSpot, onRead }: Props) {
  const personId = usePersonId();
  const heights = moveIn(useHeights().unit);
  const unit = LENGTH_UNIT_NAMES[useFieldUnit('mm')];
  const place = useRef<HTMLFormElement>(null);
  const form = useVersionedForm<Edited>({
    draftKey: `walk of ${instrumentId}`,
    stored: { version: 0, moment: 'as it came', weight: '', planChecked: false, note: '', spots: {} },
    names: { weight: 'Weight', note: 'In words' },
    send: ({ spots: typed, ...value }) =>
      send('PUT', `load-tests/${newId()}`, {
        ...value,
        instrumentId,
        by: personId,
        date: today,
        kind: 'walk',
        spots: Object.entries(typed)
          .filter(([, { loaded }]) => loaded.trim() !== '')
          .map(([spot, dial]) => ({ spot, ...dial, back: dial.back || dial.zero })),
      }),
    read: (current) => current as Edited,
    saved: 'The walk is saved.',
  });
  const { value, change, refused, saving } = form;
  const dial = (spot: string) => value.spots[spot] ?? BLANK;
  const set = (spot: string, part: Partial<typeof BLANK>) => {
    const after = { ...value.spots, [spot]: { ...dial(spot), ...part } };
    change({ spots: after });
    onRead(new Set(Object.keys(after).filter((one) => metresOf(after[one]!.loaded) !== null)));
  };
  // Enter goes on to the next field, and at the end to the saving
  const goOn = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    const stops = [
      ...(place.current?.querySelectorAll<HTMLElement>('input[type=text], input:not([type]), button.act') ??
        []),
    ];
    stops[stops.indexOf(event.currentTarget) + 1]?.focus();
  };
  const force = parseForce(value.weight, 'kgf');
  return (
    <form
      ref={place}
      className="sheet p-4"
      aria-label="A walk"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <h2 className="text-[1.3rem]">Walk the weight</h2>
      <ol className="mt-1 list-decimal pl-5 text-[0.95rem]">
        <li>Strings off. Set a dial on a bar across the rim, its foot beside the spot.</li>
        <li>
          A soft pad on the spot; read the dial. Set the weight on the pad; read it. Take it off; read it
          again.
        </li>
        <li>Where the zero does not return, do that spot once more. Never lean on an old top.</li>
      </ol>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        <TypedField
          label="Weight"
          unit="kg"
          value={value.weight}
          refusal={refused.weight}
          hint="about 2 kg, the same each time"
          parse={(text) => parseForce(text, 'kgf')}
          understood={() => (force.ok ? printForce(force.value, 'N') : '')}
          onChange={(weight) => change({ weight })}
          onKeyDown={goOn}
        />
        <ListField
          label="When"
          value={value.moment}
          options={LOAD_TEST_MOMENTS.map((moment) => ({ value: moment, label: moment }))}
          onPick={(chosen) => change({ moment: chosen })}
        />
      </div>
      <table className="mt-2 w-full text-[0.95rem]">
        <thead className="text-left text-[0.9rem]">
          <tr>
            <th className="py-1 pr-2">Spot</th>
            <th className="w-24 pr-2">Zero, {unit}</th>
            <th className="w-24 pr-2">Under it</th>
            <th className="w-24 pr-2">Zero again</th>
            <th className="w-28">It dips</th>
          </tr>
        </thead>
        <tbody>
          {spots.map(({ id, name }, i) => (
            <tr key={id} className="border-t border-rule align-top">
              <th scope="row" className="py-1.5 pr-2 text-left font-normal">
                <span className="font-bold">{i + 1}</span> {name}
              </th>
              {(['zero', 'loaded', 'back'] as const).map((part) => (
                <td key={part} className="py-1 pr-2">
                  <DialField
                    label={`Spot ${i + 1}, ${PARTS[part]}`}
                    value={dial(id)[part]}
                    refused={refused[`spots.${i}.${part}`] !== undefined}
                    onFocus={() => onSpot(id)}
                    onChange={(text) => set(id, { [part]: text })}
                    onKeyDown={goOn}
                  />
                </td>
              ))}
              <td className="py-2.5">
                <DipSaid dial={dial(id)} say={(metres) => `${heights.of(metres)} ${heights.name}`} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Tick
        label="The braces are drawn where the mirror shows them"
        checked={value.planChecked}
        onChange={(checked) => change({ planChecked: checked })}
        className="mt-2"
      />
      <label className="block text-[0.9rem] font-bold">
        In words
        <input
          type="text"
          className="field font-normal"
          autoComplete="off"
          value={value.note}
          onChange={(event) => change({ note: event.target.value })}
        />
      </label>
      <button type="submit" className="act mt-3" disabled={saving || !personId || !force.ok}>
        Save the walk
      </button>
      <FormFoot what="walk" form={form} />
    </form>
  );
}

/** What the dial shows, in the shop's unit. */
function DialField({
  label,
  value,
  refused,
  onFocus,
  onChange,
  onKeyDown,
}: {
  label: string;
  value: string;
  refused: boolean;
  onFocus: () => void;
  onChange: (text: string) => void;
  onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void;
}) {
  const { shown, onType, onRest } = useKeptLength('mm', value, onChange);
  return (
    <input
      type="text"
      inputMode="decimal"
      className="field"
      aria-label={label}
      aria-invalid={isBad(value) || refused}
      value={shown}
      onFocus={onFocus}
      onBlur={onRest}
      onChange={(event) => onType(event.target.value)}
      onKeyDown={onKeyDown}
    />
  );
}

const PARTS = { zero: 'zero', loaded: 'under the weight', back: 'zero again' } as const;

const isBad = (text: string): boolean => text.trim() !== '' && !parseLength(text, 'mm').ok;

/** What a spot came to, or what is wrong with it. */
function DipSaid({ dial, say }: { dial: Omit<SpotInput, 'spot'>; say: (metres: number) => string }) {
  const bad = Object.values(dial).find(isBad);
  if (bad !== undefined) {
    const read = parseLength(bad, 'mm');
    return <span className="text-wax">✕ {read.ok ? '' : read.accepted}</span>;
  }
  const [zero, loaded, back] = [dial.zero, dial.loaded, dial.back].map(metresOf);
  if (zero === null || loaded === null || zero === undefined || loaded === undefined) return null;
  if (back === null || back === undefined) return <span className="text-faint">then zero again</span>;
  const { dip, drift } = dipOf(zero, loaded, back);
  return dip === null ? (
    <span className="text-ochre">▲ the zero is {say(drift)} off: once more</span>
  ) : (
    <span className="font-bold tabular-nums">{say(dip)}</span>
  );
}
