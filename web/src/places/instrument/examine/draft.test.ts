import type { Examination, Instrument, Protocol, Shop, Tool } from '@upright-elder/contract';
import { HOUSE_PROTOCOLS } from '@upright-elder/core/readings';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  completed,
  draftOf,
  emptyDraft,
  FIELD_KEYS,
  findingsOf,
  inputOf,
  readingsOf,
  refusalsByField,
  withAllSides,
  withSides,
  withTool,
  type Draft,
} from './draft.js';
import { NO_FINDING, withState } from './draftFinding.js';
import { lookedInDraft } from './QuickAnswer.js';
import { differencesOf, mergedDraft, replacesStored } from './merge.js';
import { filledOf, onlyThese, stagesOf } from './stages.js';
import { closureOf, expectedBy, valuesOf } from './measured.js';

const shop: Shop = {
  version: 1,
  name: 'Lantern Yard',
  units: { action12: '64ths' },
  tools: {},
  currency: '',
  temperatureUnit: '°C',
  sayIn: '64ths',
  today: '2026-09-02',
  zone: 'UTC',
};
const instrument = { scale: { text: '645', unit: 'mm', metres: 0.645 }, bodyJoin: 14 } as Instrument;
const filled = (texts: Draft['texts']): Draft => ({ ...emptyDraft(shop, 14, 'full'), texts });

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
    protocolName: '',
    corrections: [],
    notesWritten: [],
    struck: false,
    strikes: [],
    askingPrice: input.askingPrice ? { text: input.askingPrice, amount: 0 } : null,
    findings: input.findings.map((finding) => ({
      ...finding,
      fretNumbers: [],
      allowanceAmount: null,
      byName: '',
    })),
    updatedAt: '',
    conditions: { ...input.conditions, ...nothing },
    readings: input.readings.map((reading) => ({
      ...reading,
      values: [0],
      value: 0,
      division: 0.00025,
      sd: 0,
      toolName: '',
      byName: '',
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
          return (back.texts[key] ?? '') === typed;
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
      { quantity: 'action12', place: 'both', text: '7', unit: '64ths', tool: 'rule' },
      { quantity: 'bridgeTilt', place: 'centre', text: '0.4', unit: '°', tool: 'level' },
    ]);
    expect(inputOf(draft, 'i', 'p', shop).conditions).toMatchObject({
      humidity: null,
      woodMoisture: null,
      strings: 'pitch',
    });
  });

  it('keeps the unit that a bare number was typed under, when the shop changes its mind', () => {
    const draft = { ...filled({ 'action12.bass': '7' }), units: { 'action12.bass': '64ths' as const } };
    expect(readingsOf(draft, { ...shop, units: { action12: 'mm' } })[0]!.input.unit).toBe('64ths');
  });

  it('keeps what 21 degrees meant when the shop changes to the other scale', () => {
    const draft = filled({});
    draft.conditions.temperature = '21';
    const examination = stored(draft);
    const fahrenheit: Shop = { ...shop, temperatureUnit: '°F' };
    const opened = draftOf(examination);
    const again = inputOf({ ...opened, notes: 'a word' }, 'an instrument', 'a person', fahrenheit);
    expect(again.conditions).toMatchObject({ temperature: '21', temperatureUnit: '°C' });
    // and it is seen where only the scale differs
    const other = { ...opened, conditions: { ...opened.conditions, temperatureUnit: '°F' as const } };
    expect(replacesStored(opened, other)).toBe(true);
    expect(differencesOf(opened, other)).toMatchObject([{ theirs: '21 °C', yours: '21 °F' }]);
  });

  it('takes theirs for one side and leaves yours of the other side its own unit and tool', () => {
    const theirs = { ...filled({ 'action12.bass': '2.8' }), units: { 'action12.bass': 'mm' as const } };
    const yours = {
      ...filled({ 'action12.bass': '7', 'action12.treble': '6' }),
      units: { 'action12.bass': '64ths' as const, 'action12.treble': '64ths' as const },
      tools: { 'action12.treble': 'dial' },
    };
    const merged = mergedDraft(theirs, yours, new Set(['action12.bass']));
    expect(readingsOf(merged, shop).map(({ input }) => input)).toMatchObject([
      { place: 'bass', text: '2.8', unit: 'mm' },
      { place: 'treble', text: '6', unit: '64ths', tool: 'dial' },
    ]);
  });

  it('kept by an older program has its units by quantity, and gives them to both sides', () => {
    const old = {
      ...filled({ 'action12.bass': '7', 'action12.treble': '6' }),
      units: { action12: '64ths' },
    } as Draft;
    expect(completed(old, '°C').units).toMatchObject({
      'action12.bass': '64ths',
      'action12.treble': '64ths',
    });
  });

  it('asks why where a note is written over, not where it goes on', () => {
    const before = { ...filled({}), notes: 'a hum' };
    expect(replacesStored(before, { ...before, notes: 'a hum, gone in June' })).toBe(false);
    expect(replacesStored(before, { ...before, notes: 'no hum' })).toBe(true);
  });

  it('takes refusals back to the fields they belong to', () => {
    const draft = filled({ 'action12.treble': 'low', 'saddleShowing.bass': 'much' });
    expect(refusalsByField({ 'readings.1.text': 'no', 'conditions.humidity': 'wet' }, draft, shop)).toEqual({
      'saddleShowing.bass': 'no',
      'conditions.humidity': 'wet',
    });
  });
});

describe('both sides in one line', () => {
  it('go each into its own field, with the unit of the field that they were typed in', () => {
    const draft = withSides(filled({ 'action12.bass': '7/64 5/64' }), 'action12', shop);
    expect(draft.texts).toMatchObject({ 'action12.bass': '7/64', 'action12.treble': '5/64' });
    expect(draft.units).toMatchObject({ 'action12.bass': '64ths', 'action12.treble': '64ths' });
    expect(readingsOf(draft, shop).map(({ input: { place, text } }) => [place, text])).toEqual([
      ['bass', '7/64'],
      ['treble', '5/64'],
    ]);
  });

  it('are what is meant now: they take the place of a treble that was read, and of one that was to be the same', () => {
    const read = filled({ 'action12.bass': '7/64 5/64', 'action12.treble': '6/64' });
    expect(withSides(read, 'action12', shop).texts).toMatchObject({
      'action12.bass': '7/64',
      'action12.treble': '5/64',
    });
    const same = filled({ 'action12.bass': '7/64 5/64', 'action12.treble': '=' });
    expect(withSides(same, 'action12', shop).texts['action12.treble']).toBe('5/64');
  });

  it('leave one reading, repeats, and what cannot be understood as they were typed', () => {
    for (const text of ['7/64', '7/64; 7.5/64', 'seven five', '7/64 to 5/64']) {
      const draft = filled({ 'action12.bass': text });
      expect(withAllSides(draft, shop), text).toEqual(draft);
    }
  });

  it('are read with one tool once it is taken for the line', () => {
    const draft = withTool(filled({}), 'action12', 'caliper');
    expect(draft.tools).toEqual({ 'action12.bass': 'caliper', 'action12.treble': 'caliper' });
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
    expect(differencesOf(theirs, yours).map(({ key }) => key)).toEqual(['notes', 'action12.bass']);
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
  const closes = (draft: Draft) =>
    closureOf(draft, valuesOf(draft, shop, []), instrument, (metres) => `${metres}`);

  it('asks once a side is complete, at pitch only', () => {
    expect(closes(filled({ ...readings, 'relief.bass': '' }))).toEqual([]);
    const [words] = closes(filled(readings));
    expect(words).toMatchObject({ closes: false });
    expect(words!.questions.join(' ')).toMatch(/read the action at fret 12 in another unit/u);
    const slack = filled(readings);
    slack.conditions.strings = 'slack';
    expect(closes(slack)).toEqual([]);
  });

  it('leaves out what cannot be understood', () => {
    expect(valuesOf(filled({ ...readings, 'relief.bass': 'some' }), shop, [])).toHaveLength(4);
  });

  it('counts with the errors of the tool that was used', () => {
    const draft = filled({ 'action12.bass': '2.8' });
    const fine = { id: 'dial', resolutionValue: 1e-5, repeatabilityValue: 1e-5 } as Tool;
    draft.tools['action12.bass'] = 'dial';
    const [withDial] = valuesOf(draft, shop, [fine]);
    const [withRule] = valuesOf(filled({ 'action12.bass': '2.8' }), shop, [fine]);
    expect(withDial!.sd).toBeLessThan(withRule!.sd / 5);
  });
});

describe('findings of a draft', () => {
  it('take the gravest verdict of their states, and may be judged otherwise', () => {
    let finding = withState('bridge', NO_FINDING, 'full-thickness');
    expect(finding.verdict).toBe('sound');
    finding = withState('bridge', finding, 'lifting');
    expect(finding).toMatchObject({ states: ['full-thickness', 'lifting'], verdict: 'repair' });
    finding = withState('bridge', finding, 'lifting');
    expect(finding.verdict).toBe('sound');
    expect(withState('bridge', finding, 'full-thickness')).toEqual(NO_FINDING);
  });

  it('are sent once they are judged, and their allowances are summed as far as they can be read', () => {
    const draft = filled({});
    draft.findings = {
      bridge: { ...NO_FINDING, states: ['lifting'], verdict: 'repair', allowance: '180' },
      cracks: { ...NO_FINDING, verdict: 'watch', allowance: '45,50' },
      tail: { ...NO_FINDING, words: 'to look at again', allowance: 'much' },
      debris: NO_FINDING,
    };
    expect(findingsOf(draft).map(({ point }) => point)).toEqual(['bridge', 'cracks']);
    expect(lookedInDraft(draft.findings).reduce((sum, { allowance }) => sum + (allowance ?? 0), 0)).toBe(
      225.5,
    );
    expect(refusalsByField({ 'findings.1.allowance': 'no' }, draft, shop)).toEqual({
      'cracks.allowance': 'no',
    });
    expect(draftOf(stored(draft)).findings.bridge).toEqual(draft.findings.bridge);
  });

  it('that somebody else judged otherwise are told apart and put together', () => {
    const theirs = { ...filled({}), findings: { bridge: { ...NO_FINDING, verdict: 'watch' as const } } };
    const yours = {
      ...filled({}),
      id: theirs.id,
      findings: { bridge: { ...NO_FINDING, verdict: 'repair' as const } },
    };
    expect(differencesOf(theirs, yours).map(({ key }) => key)).toEqual(['bridge']);
    expect(mergedDraft(theirs, yours, new Set(['bridge'])).findings.bridge!.verdict).toBe('watch');
  });
});

describe('a correction', () => {
  it('is asked why where something stored is changed or taken out, not where something is added', () => {
    const before = filled({ 'action12.bass': '7/64' });
    const now = (over: Partial<Draft>): Draft => ({ ...before, ...over });
    expect(replacesStored(before, before)).toBe(false);
    expect(replacesStored(before, now({ notes: 'more' }))).toBe(false);
    expect(replacesStored(before, now({ texts: { ...before.texts, 'relief.bass': '0.2' } }))).toBe(false);
    expect(replacesStored(before, now({ texts: { 'action12.bass': '6/64' } }))).toBe(true);
    expect(replacesStored(before, now({ texts: {} }))).toBe(true);
    expect(replacesStored(before, now({ date: '2026-09-01' }))).toBe(true);
  });
});

describe('the stages of a protocol', () => {
  const protocol = (id: keyof typeof HOUSE_PROTOCOLS): Protocol => ({
    ...HOUSE_PROTOCOLS[id],
    id,
    version: 0,
    retired: false,
    house: true,
  });
  const last = {
    findings: [
      { point: 'bridge', verdict: 'watch' },
      { point: 'tail', verdict: 'sound' },
    ],
  } as Examination;

  it('begin with what the last one found where it is looked at again, and end with what else was read', () => {
    const draft = filled({ 'nutWidth.centre': '43' });
    const stages = stagesOf(protocol('recheck'), { type: 'flat-top' }, last, draft);
    expect(stages[0]).toEqual({ title: 'What the last one found', lines: ['bridge'] });
    expect(stages.at(-1)).toEqual({ title: 'Also looked at', lines: ['nutWidth'] });
    expect(stagesOf(protocol('quick'), { type: 'flat-top' }, last, filled({}))[0]!.title).toBe('In hand');
  });

  it('show only what is measured today, whatever is filled in, and chosen lines that no stage has', () => {
    const stages = [
      { title: 'At pitch', lines: ['action12', 'relief', 'buzz'] as const },
      { title: 'Inside', lines: ['topBraces'] as const },
    ].map(({ title, lines }) => ({ title, lines: [...lines] }));
    const titles = (draft: Draft, lines: Parameters<typeof onlyThese>[1]) =>
      onlyThese(stages, lines, draft, 'flat-top').map((stage) => [stage.title, ...stage.lines]);
    expect(titles(filled({}), ['action12'])).toEqual([['At pitch', 'action12']]);
    expect(titles(filled({ 'relief.bass': '8' }), ['action12'])).toEqual([
      ['At pitch', 'action12', 'relief'],
    ]);
    expect(titles(filled({}), ['topBraces', 'bridgeTilt'])).toEqual([
      ['Inside', 'topBraces'],
      ['Also today', 'bridgeTilt'],
    ]);
    // an archtop's feet are no line of a flat top
    expect(titles(filled({}), ['archHeight'])).toEqual([]);
  });

  it('count what is filled, place by place', () => {
    const draft = filled({ 'action12.bass': '7/64', 'action12.treble': ' ', 'bellyAlong.holeEdge': '0' });
    draft.findings = { bridge: { ...NO_FINDING, verdict: 'sound' }, tail: NO_FINDING };
    const stages = stagesOf(protocol('full'), { type: 'archtop' }, undefined, draft);
    expect(stages.flatMap(({ lines }) => lines)).toContain('archHeight');
    expect(stages.flatMap(({ lines }) => lines)).not.toContain('soundHole');
    expect(
      filledOf(
        stages.flatMap(({ lines }) => lines),
        draft,
      ),
    ).toBe(3);
  });
});

describe('what the closure check expects', () => {
  it('is the middle of each range of its side, with the error that the range stands for', () => {
    const of = (place: 'bass' | 'treble', from: number) => ({
      quantity: 'action12' as const,
      place,
      range: [from, from + 0.392e-3] as [number, number],
    });
    const expected = expectedBy({
      expected: [of('bass', 2e-3), of('treble', 1.5e-3)],
    } as unknown as Parameters<typeof expectedBy>[0])('bass');
    expect(Object.keys(expected!)).toEqual(['action12']);
    expect(expected!.action12!.value).toBeCloseTo(2.196e-3, 9);
    expect(expected!.action12!.sd).toBeCloseTo(0.1e-3, 9);
  });
});
