import type { Examination, ExaminationInput, ReadingInput, Shop } from '@upright-elder/contract';
import { QUANTITIES, QUANTITY_IDS, type QuantityId, type ReadingUnit, type Side } from '@upright-elder/core';
import { newId } from '../../../data/ids.js';
import { SAME } from '../../../fields/ReadingField.js';

export type Place = Exclude<Side, 'both'>;
export type FieldKey = `${QuantityId}.${Place}`;

/** An examination on its way: all as typed, nothing lost. */
export interface Draft {
  id: string;
  version: number;
  date: string;
  conditions: {
    humidity: string;
    temperature: string;
    woodMoisture: string;
    strings: 'pitch' | 'slack' | 'off';
    timeAtPitch: string;
    afterWork: boolean;
    reliefFrom: string;
    reliefTo: string;
  };
  texts: Partial<Record<FieldKey, string>>;
  /** the unit each field had when it was typed into */
  units: Partial<Record<QuantityId, ReadingUnit>>;
  notes: string;
}

export const placesOf = (quantity: QuantityId): Place[] =>
  QUANTITIES[quantity].sided ? ['bass', 'treble'] : ['centre'];

export const FIELD_KEYS: FieldKey[] = QUANTITY_IDS.flatMap((quantity) =>
  placesOf(quantity).map((place): FieldKey => `${quantity}.${place}`),
);

export function unitOf(draft: Draft, quantity: QuantityId, shop: Shop): ReadingUnit {
  return draft.units[quantity] ?? shop.units[quantity] ?? QUANTITIES[quantity].unit;
}

export function emptyDraft(today: string, bodyJoin: number): Draft {
  return {
    id: newId(),
    version: 0,
    date: today,
    conditions: {
      humidity: '',
      temperature: '',
      woodMoisture: '',
      strings: 'pitch',
      timeAtPitch: '',
      afterWork: false,
      reliefFrom: '1',
      reliefTo: String(bodyJoin),
    },
    texts: {},
    units: {},
    notes: '',
  };
}

/** A stored examination, opened to be corrected. */
export function draftOf(examination: Examination): Draft {
  const { id, version, date, conditions, notes, readings } = examination;
  const draft: Draft = {
    id,
    version,
    date,
    notes,
    conditions: {
      humidity: conditions.humidity ?? '',
      temperature: conditions.temperature ?? '',
      woodMoisture: conditions.woodMoisture ?? '',
      strings: conditions.strings,
      timeAtPitch: conditions.timeAtPitch ?? '',
      afterWork: conditions.afterWork,
      reliefFrom: String(conditions.reliefFrom),
      reliefTo: String(conditions.reliefTo),
    },
    texts: {},
    units: {},
  };
  for (const { quantity, side, text, unit } of readings) {
    draft.units[quantity] = unit;
    if (side === 'both') {
      draft.texts[`${quantity}.bass`] = text;
      draft.texts[`${quantity}.treble`] = SAME;
    } else {
      draft.texts[`${quantity}.${side}`] = text;
    }
  }
  return draft;
}

/** What is sent: one reading a field, one `both` where the treble says so, nothing for what was not read. */
export function inputOf(draft: Draft, instrumentId: string, by: string, shop: Shop): ExaminationInput {
  const typed = (text: string) => (text.trim() === '' ? null : text);
  const { conditions } = draft;
  return {
    version: draft.version,
    instrumentId,
    by,
    date: draft.date,
    notes: draft.notes,
    conditions: {
      ...conditions,
      humidity: typed(conditions.humidity),
      temperature: typed(conditions.temperature),
      woodMoisture: typed(conditions.woodMoisture),
      timeAtPitch: typed(conditions.timeAtPitch),
      temperatureUnit: shop.temperatureUnit,
      reliefFrom: wholeOf(conditions.reliefFrom),
      reliefTo: wholeOf(conditions.reliefTo),
    },
    readings: readingsOf(draft, shop).map(({ input }) => input),
  };
}

/** What is no number goes as none: the server says what is accepted, and what was typed stays in the field. */
export const wholeOf = (text: string): number => (/^\s*\d+\s*$/u.test(text) ? Number(text) : NaN);

/** Readings as sent, each with the field it came from, so that a refusal finds its way back. */
export function readingsOf(draft: Draft, shop: Shop): { key: FieldKey; input: ReadingInput }[] {
  return FIELD_KEYS.flatMap((key) => {
    const [quantity, place] = key.split('.') as [QuantityId, Place];
    const text = draft.texts[key]?.trim() ?? '';
    if (text === '' || text === SAME) return [];
    const both = place === 'bass' && draft.texts[`${quantity}.treble`]?.trim() === SAME;
    return [
      { key, input: { quantity, side: both ? 'both' : place, text, unit: unitOf(draft, quantity, shop) } },
    ];
  });
}

/** Server refusals by path to the fields of the form. */
export function refusalsByField(
  errors: Record<string, string>,
  draft: Draft,
  shop: Shop,
): Record<string, string> {
  const sent = readingsOf(draft, shop);
  return Object.fromEntries(
    Object.entries(errors).map(([path, words]) => {
      const index = /^readings\.(\d+)\./u.exec(path)?.[1];
      return [index === undefined ? path : (sent[Number(index)]?.key ?? path), words];
    }),
  );
}
