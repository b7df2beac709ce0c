import { STRING_SIDES } from '@upright-elder/core/strings';
import type {
  Examination,
  ExaminationInput,
  PointFindingInput,
  Meter,
  ReadingInput,
  Shop,
} from '@upright-elder/contract';
import type { InterventionKind } from '@upright-elder/core/instrument';
import {
  BOTH,
  isSided,
  POINT_IDS,
  POINTS,
  QUANTITIES,
  QUANTITY_IDS,
  sidesIn,
  type Place,
  type PointId,
  type QuantityId,
  type ReadingUnit,
  type StateId,
  type StrungAfter,
} from '@upright-elder/core/readings';
import type { TemperatureUnit } from '@upright-elder/core/units';
import { newId } from '../../../data/ids.js';
import { SAME } from '../../../fields/ReadingField.js';
import { pointFindingOf, isGiven, type DraftPointFinding } from './draftFinding.js';

export type FieldKey = `${QuantityId}.${Place}`;

/** What was done, on its way. */
export interface DraftIntervention {
  id: string;
  kinds: InterventionKind[];
  note: string;
}

export const nothingDone = (): DraftIntervention => ({ id: newId(), kinds: [], note: '' });

/** An examination on its way: all as typed, nothing lost. */
export interface Draft {
  id: string;
  version: number;
  date: string;
  protocol: string;
  conditions: {
    humidity: string;
    temperature: string;
    /** what a bare number in the field above means, as long as this examination stands */
    temperatureUnit: TemperatureUnit;
    woodMoisture: string;
    meter: Meter | '';
    meterSetting: string;
    meterPlace: string;
    strings: 'pitch' | 'slack' | 'off';
    /** what needs pitch is not taken, because it is unsound */
    heldUnsound: boolean;
    timeAtPitch: string;
    /** what it was strung up after; empty where nobody said */
    pitchAfter: StrungAfter | '';
    reliefFrom: string;
    reliefTo: string;
  };
  texts: Partial<Record<FieldKey, string>>;
  /** the unit each field had when it was typed into, and the tool that reading was taken with */
  units: Partial<Record<FieldKey, ReadingUnit>>;
  tools: Partial<Record<FieldKey, string>>;
  findings: Partial<Record<PointId, DraftPointFinding>>;
  askingPrice: string;
  /** what was done to the instrument since last time, saved as a record of its own; null where nothing was */
  done: DraftIntervention | null;
  /** why something stored is changed */
  why: string;
  notes: string;
}

export const placesOf = (quantity: QuantityId): readonly Place[] => QUANTITIES[quantity].places;

export const FIELD_KEYS: FieldKey[] = QUANTITY_IDS.flatMap((quantity) =>
  placesOf(quantity).map((place): FieldKey => `${quantity}.${place}`),
);

export const partsOf = (key: FieldKey): [QuantityId, Place] => key.split('.') as [QuantityId, Place];

export function unitOf(draft: Draft, key: FieldKey, shop: Shop): ReadingUnit {
  const [quantity] = partsOf(key);
  return draft.units[key] ?? shop.units[quantity] ?? QUANTITIES[quantity].unit;
}

export function toolOf(draft: Draft, key: FieldKey, shop: Shop): string {
  const [quantity] = partsOf(key);
  return draft.tools[key] ?? shop.tools[quantity] ?? QUANTITIES[quantity].tool;
}

/** A reading typed: its unit is the field's from now on, whatever the shop's settings become. */
export function withText(draft: Draft, key: FieldKey, text: string, shop: Shop): Draft {
  return {
    ...draft,
    texts: { ...draft.texts, [key]: text },
    units: { ...draft.units, [key]: unitOf(draft, key, shop) },
  };
}

/**
 * Bass and treble that were typed beside each other in the bass field, each in its own, in place of whatever stood in
 * them; as it was where there are none.
 */
export function withSides(draft: Draft, quantity: QuantityId, shop: Shop): Draft {
  const [bass, treble]: [FieldKey, FieldKey] = [`${quantity}.bass`, `${quantity}.treble`];
  const sides = sidesIn(quantity, draft.texts[bass] ?? '', unitOf(draft, bass, shop));
  if (!sides) return draft;
  return withText(withText(draft, bass, sides.bass, shop), treble, sides.treble, shop);
}

/** The same of every quantity. */
export const withAllSides = (draft: Draft, shop: Shop): Draft =>
  QUANTITY_IDS.filter(isSided).reduce((now, quantity) => withSides(now, quantity, shop), draft);

/** A tool taken for a line: every place of the quantity was read with it. */
export function withTool(draft: Draft, quantity: QuantityId, tool: string): Draft {
  const places = placesOf(quantity).map((place) => [`${quantity}.${place}`, tool]);
  return { ...draft, tools: { ...draft.tools, ...(Object.fromEntries(places) as Draft['tools']) } };
}

export function emptyDraft(
  shop: Pick<Shop, 'today' | 'temperatureUnit'>,
  bodyJoin: number,
  protocol: string,
): Draft {
  return {
    id: newId(),
    version: 0,
    date: shop.today,
    protocol,
    conditions: {
      humidity: '',
      temperature: '',
      temperatureUnit: shop.temperatureUnit,
      woodMoisture: '',
      meter: '',
      meterSetting: '',
      meterPlace: '',
      strings: 'pitch',
      heldUnsound: false,
      timeAtPitch: '',
      pitchAfter: '',
      reliefFrom: '1',
      reliefTo: String(bodyJoin),
    },
    texts: {},
    units: {},
    tools: {},
    findings: {},
    askingPrice: '',
    done: null,
    why: '',
    notes: '',
  };
}

/** A stored examination, opened to be corrected. */
export function draftOf(examination: Examination): Draft {
  const { id, version, date, protocol, conditions, notes, readings, findings, askingPrice } = examination;
  const draft: Draft = {
    id,
    version,
    date,
    protocol,
    notes,
    done: null,
    why: '',
    askingPrice: askingPrice?.text ?? '',
    conditions: {
      humidity: conditions.humidity ?? '',
      temperature: conditions.temperature ?? '',
      temperatureUnit: conditions.temperatureUnit,
      woodMoisture: conditions.woodMoisture ?? '',
      meter: conditions.meter ?? '',
      meterSetting: conditions.meterSetting ?? '',
      meterPlace: conditions.meterPlace ?? '',
      strings: conditions.strings,
      heldUnsound: conditions.heldUnsound ?? false,
      timeAtPitch: conditions.timeAtPitch ?? '',
      pitchAfter: conditions.pitchAfter ?? '',
      reliefFrom: String(conditions.reliefFrom),
      reliefTo: String(conditions.reliefTo),
    },
    texts: {},
    units: {},
    tools: {},
    findings: Object.fromEntries(findings.map((finding) => [finding.point, pointFindingOf(finding)])),
  };
  for (const { quantity, place, text, unit, tool } of readings) {
    for (const one of place === BOTH ? STRING_SIDES : [place]) {
      const key: FieldKey = `${quantity}.${one}`;
      draft.units[key] = unit;
      if (tool) draft.tools[key] = tool;
      draft.texts[key] = place === BOTH && one === 'treble' ? SAME : text;
    }
  }
  return draft;
}

/** A draft as an older program kept it, with what has been added since; units and tools stood by quantity once. */
export function completed(kept: Draft, temperatureUnit: TemperatureUnit): Draft {
  const fresh = emptyDraft({ today: kept.date, temperatureUnit }, 14, 'full');
  const byField = <T>(old: Partial<Record<string, T>>): Partial<Record<FieldKey, T>> =>
    Object.fromEntries(
      FIELD_KEYS.flatMap((key) => {
        const value = old[key] ?? old[partsOf(key)[0]];
        return value === undefined ? [] : [[key, value]];
      }),
    );
  const { afterWork, ...conditions } = kept.conditions as Draft['conditions'] & { afterWork?: boolean };
  return {
    ...fresh,
    ...kept,
    units: byField(kept.units),
    tools: byField(kept.tools),
    conditions: { ...fresh.conditions, ...conditions },
    // a tick once said that something was done
    done: kept.done ?? (afterWork ? { ...nothingDone(), kinds: ['other'] } : null),
    findings: Object.fromEntries(
      Object.entries(kept.findings).map(([point, finding]) => [
        point,
        { ...finding, states: finding.states.map((state) => idOfState(point as PointId, state)) },
      ]),
    ),
  };
}

/** States were kept by their words once. */
const idOfState = (point: PointId, state: string): StateId =>
  POINTS[point].states.find(({ id, name }) => id === state || name === state)?.id ?? (state as StateId);

/** What is sent: one reading a field, one `both` where the treble says so, nothing for what was not read. */
export function inputOf(draft: Draft, instrumentId: string, by: string, shop: Shop): ExaminationInput {
  const typed = (text: string) => (text.trim() === '' ? null : text);
  const { conditions } = draft;
  return {
    version: draft.version,
    instrumentId,
    by,
    date: draft.date,
    protocol: draft.protocol,
    notes: draft.notes,
    askingPrice: typed(draft.askingPrice),
    why: typed(draft.why),
    conditions: {
      ...conditions,
      humidity: typed(conditions.humidity),
      temperature: typed(conditions.temperature),
      woodMoisture: typed(conditions.woodMoisture),
      meter: conditions.meter || null,
      meterSetting: typed(conditions.meterSetting),
      meterPlace: typed(conditions.meterPlace),
      timeAtPitch: typed(conditions.timeAtPitch),
      // a draft of before it was asked says nothing of it
      pitchAfter: (conditions.timeAtPitch.trim() !== '' && conditions.pitchAfter) || null,
      heldUnsound: isHeld(draft),
      reliefFrom: wholeOf(conditions.reliefFrom),
      reliefTo: wholeOf(conditions.reliefTo),
    },
    readings: readingsOf(draft, shop).map(({ input }) => input),
    findings: findingsOf(draft),
  };
}

/** It stays slack as it is unsound: what needs pitch is not taken. */
export const isHeld = ({ conditions }: Pick<Draft, 'conditions'>): boolean =>
  conditions.heldUnsound && conditions.strings !== 'pitch';

/** What is no number goes as none: the server says what is accepted, and what was typed stays in the field. */
export const wholeOf = (text: string): number => (/^\s*\d+\s*$/u.test(text) ? Number(text) : NaN);

/** Readings as sent, each with the field it came from, so that a refusal finds its way back. */
export function readingsOf(draft: Draft, shop: Shop): { key: FieldKey; input: ReadingInput }[] {
  return FIELD_KEYS.flatMap((key) => {
    const [quantity, place] = partsOf(key);
    const typed = (one: FieldKey) => draft.texts[one]?.trim() ?? '';
    const text = typed(key);
    const bass = typed(`${quantity}.bass`);
    const asBass = isSided(quantity) && typed(`${quantity}.treble`) === SAME && bass !== '' && bass !== SAME;
    if (text === '' || (asBass && place === 'treble')) return [];
    const both = asBass && place === 'bass';
    return [
      {
        key,
        input: {
          quantity,
          place: both ? BOTH : place,
          text,
          unit: unitOf(draft, key, shop),
          tool: toolOf(draft, key, shop),
        },
      },
    ];
  });
}

/** Findings as sent; those without a verdict say nothing yet. */
export function findingsOf(draft: Draft): PointFindingInput[] {
  return POINT_IDS.flatMap((point) => {
    const finding = draft.findings[point];
    if (!finding || !isGiven(finding) || finding.verdict === '') return [];
    const { states, verdict, words, frets, allowance } = finding;
    const typed = (text: string) => (text.trim() === '' ? null : text);
    return [{ point, states, verdict, words, frets: typed(frets), allowance: typed(allowance) }];
  });
}

/** Server refusals by path to the fields of the form. */
export function refusalsByField(
  errors: Record<string, string>,
  draft: Draft,
  shop: Shop,
): Record<string, string> {
  const readings = readingsOf(draft, shop);
  const findings = findingsOf(draft);
  return Object.fromEntries(
    Object.entries(errors).map(([path, words]) => {
      const [, list, index, field] = /^(readings|findings)\.(\d+)\.(\w+)/u.exec(path) ?? [];
      if (list === 'readings') return [readings[Number(index)]?.key ?? path, words];
      if (list === 'findings') return [`${findings[Number(index)]?.point ?? path}.${field}`, words];
      return [path, words];
    }),
  );
}
