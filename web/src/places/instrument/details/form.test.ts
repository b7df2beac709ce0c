import type { Instrument, InstrumentLength, Length } from '@upright-elder/contract';
import { INSTRUMENT_LENGTHS, isRecord } from '@upright-elder/contract/lists';
import { describe, expect, it } from 'vitest';
import { emptyForm, formDifferences, formOf, inputOf, mergedForm, type InstrumentForm } from './form.js';

describe('the form of an instrument', () => {
  it('sends lengths as typed, nothing for what is empty, and the scale always', () => {
    const form = {
      ...emptyForm(),
      nickname: 'Breakwater',
      lengths: { ...emptyForm().lengths, heelDepth: '3 3/4' },
    };
    const input = inputOf(form, 'a person');
    expect(input).toMatchObject({
      heelDepth: { text: '3 3/4', unit: 'mm' },
      extension: null,
      scale: { text: '', unit: 'mm' },
      homeRoomId: null,
    });
  });

  it('shows a bare number under the unit it was typed in', () => {
    const length = (text: string, unit: Length['unit']): Length => ({ text, unit, metres: 0.645 });
    const instrument = {
      ...inputOf(emptyForm(), 'p'),
      id: 'i',
      scale: length('25.4', 'in'),
      heelDepth: length('95', 'mm'),
    } as unknown as Instrument;
    const { lengths } = formOf(instrument);
    expect(lengths.scale).toBe('25.4 in');
    expect(lengths.heelDepth).toBe('95');
    expect(lengths.extension).toBe('');
  });

  it('puts two copies together as chosen', () => {
    const theirs = {
      ...emptyForm(),
      version: 2,
      owner: 'the Ferry Band Trust',
      lengths: { ...emptyForm().lengths, heelDepth: '95' },
    };
    const yours = { ...emptyForm(), version: 1, maker: 'Corvane' };
    expect(formDifferences(theirs, yours).map(({ key }) => key)).toEqual(['maker', 'owner', 'heelDepth']);
    expect(mergedForm(theirs, yours, new Set(['owner', 'heelDepth']))).toMatchObject({
      version: 2,
      maker: 'Corvane',
      owner: 'the Ferry Band Trust',
      lengths: { heelDepth: '95' },
    });
  });
});

describe('everything of an instrument', () => {
  const length = (n: number): Length => ({ text: String(n), unit: 'mm', metres: n / 1000 });
  const money = (n: number) => ({ text: String(n), amount: n });
  /** Stored with every field filled, each with something of its own. */
  const stored: Instrument = {
    id: 'i',
    version: 7,
    nickname: 'the Purser',
    maker: 'Corvane',
    identity: '1936',
    doubtful: ['serial', 'bridge'],
    owner: 'a walk-in player',
    ownerId: 'whose',
    complaint: 'buzzes in March',
    playingStyle: 'hard',
    reliefSchool: 'relaxed',
    homeRoomId: 'a room',
    keptRoomId: 'another room',
    keptFrom: '42',
    keptTo: '52',
    type: 'archtop',
    bodyJoin: 12,
    stringSet: 'a set of our own',
    designStringSet: 'light',
    tuning: 'dadgad',
    topSpecies: 'red-spruce',
    laminatedTop: true,
    build: { neckJoint: 'dovetail', finish: 'shellac' },
    construction: 'tone bars split',
    rod: 'none',
    ...(Object.fromEntries(INSTRUMENT_LENGTHS.map((name, i) => [name, length(50 + i)])) as Record<
      InstrumentLength,
      Length
    >),
    marketValue: money(1800),
    worthToOwner: money(5000),
    budget: money(650),
    stringPull: 714,
    stringKind: 'steel',
    pairedStrings: false,
    designPull: 700,
    updatedAt: '2026-09-02T09:00:00Z',
    struck: false,
    strikes: [],
  };
  /** What the server makes of it, or says of it: nobody types these. */
  const MADE = [
    'id',
    'stringPull',
    'ownerId',
    'stringKind',
    'pairedStrings',
    'designPull',
    'updatedAt',
    'struck',
    'strikes',
  ];

  it('goes through the form and comes back as it was', () => {
    const input: Record<string, unknown> = { ...inputOf(formOf(stored), 'Isbel') };
    const text = (value: unknown) =>
      isRecord(value) && 'text' in value ? { text: value.text, unit: value.unit } : value;
    const expected = Object.fromEntries(
      Object.entries(stored)
        .filter(([key]) => !MADE.includes(key))
        .map(([key, value]) => [key, text(value)]),
    );
    const came = Object.fromEntries(Object.entries(input).map(([key, value]) => [key, text(value)]));
    expect(came).toEqual({ ...expected, by: 'Isbel' });
  });

  it('is laid side by side where two copies differ, field by field, and taken from the chosen one', () => {
    const theirs = formOf(stored);
    const yours = inEveryField(theirs);
    const differences = formDifferences(theirs, yours);
    // every field that is shown, but those two that cannot both be set at once
    expect(differences.length).toBeGreaterThanOrEqual(18 + 2 + INSTRUMENT_LENGTHS.length + 3);
    expect(new Set(differences.map(({ key }) => key)).size).toBe(differences.length);
    const all = new Set(differences.map(({ key }) => key));
    expect(formDifferences(theirs, mergedForm(theirs, yours, all))).toEqual([]);
    expect(formDifferences(yours, mergedForm(theirs, yours, new Set()))).toEqual([]);
    for (const { key } of differences) {
      const merged = mergedForm(theirs, yours, new Set([key]));
      expect(formDifferences(theirs, merged).map((one) => one.key)).not.toContain(key);
      expect(formDifferences(yours, merged).map((one) => one.key)).toEqual([key]);
    }
  });

  /** Another value in every field. */
  function inEveryField(form: InstrumentForm): InstrumentForm {
    const other = <T>(value: T): T =>
      (typeof value === 'string'
        ? `${value} another`
        : typeof value === 'boolean'
          ? !value
          : Array.isArray(value)
            ? []
            : isRecord(value)
              ? Object.fromEntries(Object.entries(value).map(([key, one]) => [key, other(one)]))
              : value) as T;
    return { ...other(form), build: { ...form.build, neckJoint: 'screwed', finish: 'oil-varnish' } };
  }
});
