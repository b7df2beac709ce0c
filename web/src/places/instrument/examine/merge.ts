import { placeName, POINT_IDS, POINTS, QUANTITIES, type PointId } from '@upright-elder/core';
import type { Difference } from '../../../app/MergeDialog.js';
import { FIELD_KEYS, partsOf, type Draft, type FieldKey } from './draft.js';
import { NO_FINDING, VERDICT_WORDS } from './draftFinding.js';

const CONDITION_NAMES: Record<keyof Draft['conditions'], string> = {
  humidity: 'Room humidity',
  temperature: 'Room temperature',
  woodMoisture: 'Wood moisture',
  meter: 'Kind of meter',
  meterSetting: 'Meter’s species setting',
  meterPlace: 'Where the meter was held',
  strings: 'Strings',
  timeAtPitch: 'Time at pitch',
  afterWork: 'Worked on since last time',
  reliefFrom: 'Relief, first held fret',
  reliefTo: 'Relief, second held fret',
};
const CONDITIONS = Object.keys(CONDITION_NAMES) as (keyof Draft['conditions'])[];
const WHOLE = { date: 'Date', protocol: 'Protocol', askingPrice: 'Asking price', notes: 'Notes' } as const;
type Whole = keyof typeof WHOLE;

export function fieldName(key: FieldKey): string {
  const [quantity, place] = partsOf(key);
  return [QUANTITIES[quantity].name, placeName(place)].filter(Boolean).join(', ');
}

const sayReading = (draft: Draft, key: FieldKey): string => draft.texts[key]?.trim() ?? '';

function sayPoint(draft: Draft, point: PointId): string {
  const { states, verdict, words, frets, allowance } = draft.findings[point] ?? NO_FINDING;
  return [verdict && VERDICT_WORDS[verdict], states.join(', '), frets, words, allowance]
    .filter(Boolean)
    .join('; ');
}

/** Where two copies of an examination differ. */
export function differencesOf(theirs: Draft, yours: Draft): Difference[] {
  const pair = (key: string, name: string, a: unknown, b: unknown): Difference => ({
    key,
    name,
    theirs: String(a),
    yours: String(b),
  });
  return [
    ...(Object.keys(WHOLE) as Whole[]).map((key) => pair(key, WHOLE[key], theirs[key], yours[key])),
    ...CONDITIONS.map((key) =>
      pair(key, CONDITION_NAMES[key], theirs.conditions[key], yours.conditions[key]),
    ),
    ...FIELD_KEYS.map((key) => pair(key, fieldName(key), sayReading(theirs, key), sayReading(yours, key))),
    ...POINT_IDS.map((point) =>
      pair(point, POINTS[point].name, sayPoint(theirs, point), sayPoint(yours, point)),
    ),
  ].filter((difference) => difference.theirs !== difference.yours);
}

/** Yours, with theirs where that was chosen, on top of their version. */
export function mergedDraft(theirs: Draft, yours: Draft, chosen: ReadonlySet<string>): Draft {
  const from = (key: string) => (chosen.has(key) ? theirs : yours);
  const units = { ...yours.units };
  const tools = { ...yours.tools };
  for (const key of FIELD_KEYS.filter((one) => chosen.has(one))) {
    const [quantity] = partsOf(key);
    units[quantity] = theirs.units[quantity];
    tools[quantity] = theirs.tools[quantity];
  }
  return {
    id: yours.id,
    version: theirs.version,
    why: yours.why,
    date: from('date').date,
    protocol: from('protocol').protocol,
    askingPrice: from('askingPrice').askingPrice,
    notes: from('notes').notes,
    conditions: Object.fromEntries(
      CONDITIONS.map((key) => [key, from(key).conditions[key]]),
    ) as Draft['conditions'],
    texts: Object.fromEntries(FIELD_KEYS.map((key) => [key, from(key).texts[key]])),
    findings: Object.fromEntries(
      POINT_IDS.flatMap((point) => {
        const finding = from(point).findings[point];
        return finding ? [[point, finding]] : [];
      }),
    ),
    units,
    tools,
  };
}

/** True where saving this would change or take out something that is stored: then it is asked why. */
export function replacesStored(stored: Draft, now: Draft): boolean {
  return differencesOf(stored, now).some(
    ({ key, theirs }) => !(key in WHOLE && key !== 'date') && theirs !== '' && theirs !== 'false',
  );
}
