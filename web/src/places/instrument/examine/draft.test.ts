import type { Examination, Instrument, Shop } from '@upright-elder/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  draftOf,
  emptyDraft,
  FIELD_KEYS,
  inputOf,
  readingsOf,
  refusalsByField,
  type Draft,
} from './draft.js';
import { differencesOf, mergedDraft } from './merge.js';
import { closureOf, valuesOf } from './measured.js';

const shop: Shop = {
  version: 1,
  name: 'Lantern Yard',
  units: { action12: '64ths' },
  temperatureUnit: '°C',
  sayIn: '64ths',
  today: '2026-09-02',
};
const instrument = { scale: { text: '645', unit: 'mm', metres: 0.645 }, bodyJoin: 14 } as Instrument;
const filled = (texts: Draft['texts']): Draft => ({ ...emptyDraft('2026-09-02', 14), texts });

/** As the server would store what was sent. */
function stored(draft: Draft): Examination {
  const input = inputOf(draft, 'an instrument', 'a person', shop);
  const nothing = {
    humidityPercent: null,
    temperatureCelsius: null,
    woodMoisturePercent: null,
    daysAtPitch: null,
  };
  return {
    ...input,
    id: draft.id,
    byName: '',
    updatedAt: '',
    conditions: { ...input.conditions, ...nothing },
    readings: input.readings.map((reading) => ({
      ...reading,
      values: [0],
      value: 0,
      sd: 0,
      corrections: [],
    })),
  };
}

describe('a draft', () => {
  it('comes back from the server as it was typed, whatever was typed', () => {
    const text = fc.constantFrom('', '7/64', '2,8 mm', '.110"', '0.2; 0.22', '=');
    fc.assert(
      fc.property(fc.tuple(...FIELD_KEYS.map(() => text)), (texts) => {
        const draft = filled(Object.fromEntries(FIELD_KEYS.map((key, i) => [key, texts[i]!])));
        const back = draftOf(stored(draft));
        return FIELD_KEYS.every((key) => {
          const typed = draft.texts[key]!;
          const bass = draft.texts[key.replace('treble', 'bass') as keyof Draft['texts']];
          // an = without a bass value, or on a side that has no other, says nothing
          const silent = typed === '=' && (!key.endsWith('.treble') || !bass || bass === '=');
          return (back.texts[key] ?? '') === (silent ? '' : typed);
        });
      }),
    );
  });

  it('sends one value for both where the treble says so, and nothing for what was not read', () => {
    const draft = filled({
      'action12.bass': '7',
      'action12.treble': '=',
      'relief.bass': ' ',
      'bridgeTilt.centre': '0.4',
    });
    expect(readingsOf(draft, shop).map(({ input }) => input)).toEqual([
      { quantity: 'action12', side: 'both', text: '7', unit: '64ths' },
      { quantity: 'bridgeTilt', side: 'centre', text: '0.4', unit: '°' },
    ]);
    expect(inputOf(draft, 'i', 'p', shop).conditions).toMatchObject({
      humidity: null,
      woodMoisture: null,
      strings: 'pitch',
    });
  });

  it('keeps the unit that a bare number was typed under, when the shop changes its mind', () => {
    const draft = { ...filled({ 'action12.bass': '7' }), units: { action12: '64ths' as const } };
    expect(readingsOf(draft, { ...shop, units: { action12: 'mm' } })[0]!.input.unit).toBe('64ths');
  });

  it('takes refusals back to the fields they belong to', () => {
    const draft = filled({ 'action12.treble': 'low', 'saddleShowing.bass': 'much' });
    expect(refusalsByField({ 'readings.1.text': 'no', 'conditions.humidity': 'wet' }, draft, shop)).toEqual({
      'saddleShowing.bass': 'no',
      'conditions.humidity': 'wet',
    });
  });
});

describe('two copies of an examination', () => {
  it('differ where they differ, and are put together as chosen', () => {
    const theirs = {
      ...filled({ 'action12.bass': '7/64', 'relief.bass': '8 thou' }),
      version: 2,
      notes: 'theirs',
    };
    const yours = {
      ...filled({ 'action12.bass': '6/64', 'relief.bass': '8 thou' }),
      id: theirs.id,
      version: 1,
      notes: 'yours',
    };
    expect(differencesOf(theirs, yours).map(({ key }) => key)).toEqual(['action12.bass', 'notes']);
    const merged = mergedDraft(theirs, yours, new Set(['action12.bass']));
    expect(merged).toMatchObject({
      version: 2,
      notes: 'yours',
      texts: { 'action12.bass': '7/64', 'relief.bass': '8 thou' },
    });
    expect(differencesOf(theirs, mergedDraft(theirs, yours, new Set(['action12.bass', 'notes'])))).toEqual(
      [],
    );
  });
});

describe('the closure check over a draft', () => {
  const readings: Draft['texts'] = {
    'action12.bass': '7.1 mm',
    'relief.bass': '8 thou',
    'firstFretGap.bass': '19 thou',
    'straightedge.bass': '0.5 mm',
    'saddleShowing.bass': '5.6 mm',
  };

  it('asks once a side is complete, at pitch only', () => {
    expect(closureOf(filled({ ...readings, 'relief.bass': '' }), shop, instrument)).toEqual([]);
    const [words] = closureOf(filled(readings), shop, instrument);
    expect(words).toMatchObject({ closes: false });
    expect(words!.questions.join(' ')).toMatch(/action at fret 12 have been read in another unit/u);
    const slack = filled(readings);
    slack.conditions.strings = 'slack';
    expect(closureOf(slack, shop, instrument)).toEqual([]);
  });

  it('leaves out what cannot be understood', () => {
    expect(valuesOf(filled({ ...readings, 'relief.bass': 'some' }), shop)).toHaveLength(4);
  });
});
