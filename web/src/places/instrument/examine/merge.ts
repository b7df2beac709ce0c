import {
  placeName,
  POINT_IDS,
  POINTS,
  QUANTITIES,
  stateName,
  type PointId,
} from '@upright-elder/core/readings';
import { isBareNumber } from '@upright-elder/core/units';
import type { Difference } from '../../../app/MergeDialog.js';
import { FIELD_KEYS, partsOf, type Draft, type FieldKey } from './draft.js';
import { NO_FINDING, VERDICT_WORDS } from './draftFinding.js';

/** The unit of the temperature goes with it and has no line of its own. */
const CONDITION_NAMES: Record<Exclude<keyof Draft['conditions'], 'temperatureUnit'>, string> = {
  humidity: 'Room humidity',
  temperature: 'Room temperature',
  woodMoisture: 'Wood moisture',
  meter: 'Kind of meter',
  meterSetting: 'Meter’s species setting',
  meterPlace: 'Where the meter was held',
  strings: 'Strings',
  heldUnsound: 'Not taken: unsound',
  timeAtPitch: 'Time strung to pitch',
  pitchAfter: 'Strung up after',
  reliefFrom: 'Relief, first held fret',
  reliefTo: 'Relief, second held fret',
};
const CONDITIONS = Object.keys(CONDITION_NAMES) as (keyof typeof CONDITION_NAMES)[];
const WHOLE = { date: 'Date', protocol: 'Protocol', askingPrice: 'Asking price', notes: 'Notes' } as const;
type Whole = keyof typeof WHOLE;

/** What a correction may be of, besides readings and points. */
export const CORRECTED_NAMES: Partial<Record<string, string>> = {
  ...WHOLE,
  ...CONDITION_NAMES,
  // of before what was done had a record of its own
  afterWork: 'Work done since the last visit',
};

export function fieldName(key: FieldKey): string {
  const [quantity, place] = partsOf(key);
  return [QUANTITIES[quantity].name, placeName(place)].filter(Boolean).join(', ');
}

/** A bare number says nothing without its unit. */
function sayReading(draft: Draft, key: FieldKey): string {
  const text = draft.texts[key]?.trim() ?? '';
  const unit = draft.units[key];
  return text !== '' && unit !== undefined && isBareNumber(text) ? `${text} ${unit}` : text;
}

function sayCondition({ conditions }: Draft, key: keyof typeof CONDITION_NAMES): string {
  const said = String(conditions[key]);
  return key === 'temperature' && isBareNumber(said) ? `${said} ${conditions.temperatureUnit}` : said;
}

function sayPoint(draft: Draft, point: PointId): string {
  const { states, verdict, words, frets, allowance } = draft.findings[point] ?? NO_FINDING;
  return [
    verdict && VERDICT_WORDS[verdict],
    states.map((state) => stateName(point, state)).join(', '),
    frets,
    words,
    allowance,
  ]
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
      pair(key, CONDITION_NAMES[key], sayCondition(theirs, key), sayCondition(yours, key)),
    ),
    ...FIELD_KEYS.map((key) => {
      const tools = [theirs.tools[key], yours.tools[key]];
      const told = tools[0] !== tools[1] && sayReading(theirs, key) !== '' && sayReading(yours, key) !== '';
      const say = (draft: Draft, tool: string | undefined) =>
        told && tool ? `${sayReading(draft, key)}, read with another tool` : sayReading(draft, key);
      return pair(key, fieldName(key), sayReading(theirs, key), say(yours, tools[1]));
    }),
    ...POINT_IDS.map((point) =>
      pair(point, POINTS[point].name, sayPoint(theirs, point), sayPoint(yours, point)),
    ),
  ].filter((difference) => difference.theirs !== difference.yours);
}

/** Yours, with theirs where that was chosen, on top of their version. */
export function mergedDraft(theirs: Draft, yours: Draft, chosen: ReadonlySet<string>): Draft {
  const from = (key: string) => (chosen.has(key) ? theirs : yours);
  const byField = <T>(part: (draft: Draft) => Partial<Record<FieldKey, T>>) =>
    Object.fromEntries(FIELD_KEYS.map((key) => [key, part(from(key))[key]])) as Partial<Record<FieldKey, T>>;
  return {
    id: yours.id,
    version: theirs.version,
    why: yours.why,
    done: yours.done,
    date: from('date').date,
    protocol: from('protocol').protocol,
    askingPrice: from('askingPrice').askingPrice,
    notes: from('notes').notes,
    conditions: {
      ...(Object.fromEntries(
        CONDITIONS.map((key) => [key, from(key).conditions[key]]),
      ) as Draft['conditions']),
      temperatureUnit: from('temperature').conditions.temperatureUnit,
    },
    texts: byField(({ texts }) => texts),
    findings: Object.fromEntries(
      POINT_IDS.flatMap((point) => {
        const finding = from(point).findings[point];
        return finding ? [[point, finding]] : [];
      }),
    ),
    // a unit and a tool belong to the reading that they came with
    units: byField(({ units }) => units),
    tools: byField(({ tools }) => tools),
  };
}

/** True where saving this would change or take out something that is stored: then it is asked why. */
export function replacesStored(stored: Draft, now: Draft): boolean {
  return differencesOf(stored, now).some(
    ({ key, theirs, yours }) =>
      theirs !== '' && theirs !== 'false' && !(key === 'notes' && yours.startsWith(theirs)),
  );
}
