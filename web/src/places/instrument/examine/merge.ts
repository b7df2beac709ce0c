import { QUANTITIES, type QuantityId } from '@upright-elder/core';
import type { Difference } from '../../../app/MergeDialog.js';
import { FIELD_KEYS, type Draft } from './draft.js';

const CONDITION_NAMES: Record<keyof Draft['conditions'], string> = {
  humidity: 'Room humidity',
  temperature: 'Room temperature',
  woodMoisture: 'Wood moisture',
  strings: 'Strings',
  timeAtPitch: 'Time at pitch',
  afterWork: 'Worked on since last time',
  reliefFrom: 'Relief, first held fret',
  reliefTo: 'Relief, second held fret',
};
const CONDITIONS = Object.keys(CONDITION_NAMES) as (keyof Draft['conditions'])[];

/** Where two copies of an examination differ. */
export function differencesOf(theirs: Draft, yours: Draft): Difference[] {
  const pairs: [key: string, name: string, theirs: unknown, yours: unknown][] = [
    ['date', 'Date', theirs.date, yours.date],
    ...CONDITIONS.map((key): [string, string, unknown, unknown] => [
      key,
      CONDITION_NAMES[key],
      theirs.conditions[key],
      yours.conditions[key],
    ]),
    ...FIELD_KEYS.map((key): [string, string, unknown, unknown] => {
      const [quantity, place] = key.split('.') as [QuantityId, string];
      const name = `${QUANTITIES[quantity].name}${place === 'centre' ? '' : `, ${place}`}`;
      return [key, name, theirs.texts[key] ?? '', yours.texts[key] ?? ''];
    }),
    ['notes', 'Notes', theirs.notes, yours.notes],
  ];
  return pairs
    .filter(([, , a, b]) => a !== b)
    .map(([key, name, a, b]) => ({ key, name, theirs: String(a), yours: String(b) }));
}

/** Yours, with theirs where that was chosen, on top of their version. */
export function mergedDraft(theirs: Draft, yours: Draft, chosen: ReadonlySet<string>): Draft {
  const conditions = Object.fromEntries(
    CONDITIONS.map((key) => [key, (chosen.has(key) ? theirs : yours).conditions[key]]),
  );
  const texts = Object.fromEntries(
    FIELD_KEYS.map((key) => [key, (chosen.has(key) ? theirs : yours).texts[key]]),
  );
  const units = { ...yours.units };
  for (const key of FIELD_KEYS.filter((one) => chosen.has(one))) {
    const quantity = key.split('.')[0] as QuantityId;
    units[quantity] = theirs.units[quantity];
  }
  return {
    id: yours.id,
    version: theirs.version,
    date: (chosen.has('date') ? theirs : yours).date,
    notes: (chosen.has('notes') ? theirs : yours).notes,
    conditions: conditions as Draft['conditions'],
    texts,
    units,
  };
}
