import Note from '@tonaljs/note';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { METRES_PER, printForce } from '../units/index.js';
import {
  kindOfStrings,
  massPerLength,
  NEAR_BREAKING,
  noteFrequency,
  notesOf,
  outerPulls,
  parseNotes,
  plainMassPerLength,
  sayNotes,
  setTension,
  STEEL_DENSITY,
  STRING_SET_IDS,
  STRING_SETS,
  stringTension,
  TUNINGS,
  TUNING_IDS,
  usualCore,
  usualPull,
  woundMassPerLength,
  type HouseSetId,
  type HouseTuningId,
  type StringSpec,
} from './index.js';

const INCH = 0.0254;
const NEWTONS_PER_LBF = 4.4482216152605;

describe('string pull (Mersenne’s law, plain steel 7850 kg/m³)', () => {
  it('of a 0.012 in at 25.4 in and E4 = 329.63 Hz is 103.6 N, 23.3 lbf', () => {
    const pull = stringTension(plainMassPerLength(0.012 * INCH), 25.4 * INCH, 329.63);
    expect(pull).toBeCloseTo(103.6, 1);
    expect(printForce(pull, 'lbf')).toMatch(/^23\.(28|29|3)\d? lbf$/u);
  });

  it('of a 0.016 in at B3 = 246.94 Hz is 23.2 lbf', () => {
    expect(
      stringTension(plainMassPerLength(0.016 * INCH), 25.4 * INCH, 246.94) / NEWTONS_PER_LBF,
    ).toBeCloseTo(23.2, 1);
  });

  it('finds every note’s frequency as a reference library does (equal temperament, A4 = 440 Hz)', () => {
    for (let note = 21; note <= 84; note++)
      expect(noteFrequency(note)).toBeCloseTo(Note.freq(Note.fromMidi(note))!, 6);
    expect(noteFrequency(TUNINGS.standard.notes[0]!)).toBeCloseTo(329.63, 2);
    expect(noteFrequency(TUNINGS.standard.notes[1]!)).toBeCloseTo(246.94, 2);
  });

  it('of a whole light set is within 8 % of the 735 N that trial loads use (common practice)', () => {
    const { total, strings } = setTension(STRING_SETS.light, TUNINGS.standard, 0.645)!;
    expect(strings).toHaveLength(6);
    expect(Math.abs(total / 735 - 1)).toBeLessThan(0.08);
  });

  it('orders the sets as everyone expects, a twelve-string the strongest, nylon about half of light steel', () => {
    const pull = (id: HouseSetId) => setTension(STRING_SETS[id], TUNINGS.standard, 0.645)!.total;
    expect(pull('extra-light')).toBeLessThan(pull('light'));
    expect(pull('light')).toBeLessThan(pull('medium'));
    expect(pull('twelve-light')).toBeGreaterThan(pull('medium'));
    expect(pull('nylon') / pull('light')).toBeGreaterThan(0.4);
    expect(pull('nylon') / pull('light')).toBeLessThan(0.65);
  });

  it('of every string of every house set bears its tuning, and an octave too high breaks plain ones', () => {
    for (const id of STRING_SET_IDS)
      for (const tuning of TUNING_IDS)
        for (const { ofBreaking } of setTension(STRING_SETS[id], TUNINGS[tuning], 0.645)!.strings)
          expect(ofBreaking, `${id} ${tuning}`).toBeLessThan(NEAR_BREAKING);
    const high = { notes: TUNINGS.standard.notes.map((note) => note + 12) };
    for (const id of ['light', 'nylon'] as const)
      expect(setTension(STRING_SETS[id], high, 0.645)!.strings[0]!.ofBreaking).toBeGreaterThan(1);
  });

  it('falls by a whole tone to (1/2^(1/6))² of itself', () => {
    const at = (id: HouseTuningId) => setTension(STRING_SETS.light, TUNINGS[id], 0.645)!.total;
    expect(at('whole-step-down') / at('standard')).toBeCloseTo(2 ** (-1 / 3), 10);
  });
});

describe('mass per length', () => {
  it('a wound string is lighter than a solid one of its gauge, and an impossible core is refused', () => {
    expect(woundMassPerLength(0.001, 0.0004)).toBeLessThan(plainMassPerLength(0.001, 8800));
    expect(() => woundMassPerLength(0.001, 0.001)).toThrow(RangeError);
    expect(() => stringTension(0, 1, 1)).toThrow(RangeError);
  });

  it('round wire laid turn to turn weighs as its own length says: ρ · π w²/4 · π(d_c + w)/w', () => {
    const [core, wire, density] = [0.4e-3, 0.3e-3, 8800];
    const turns = density * ((Math.PI * wire ** 2) / 4) * ((Math.PI * (core + wire)) / wire);
    const wound = woundMassPerLength(core + 2 * wire, core, { winding: density, core: STEEL_DENSITY });
    expect(wound).toBeCloseTo(plainMassPerLength(core) + turns, 12);
  });

  it('a flat winding is heavier than a round one, a heavier metal than a lighter, and pull follows weight', () => {
    const of = (over: Partial<Extract<StringSpec, { wound: true }>>) =>
      massPerLength({ ...(STRING_SETS.light.strings[5] as Extract<StringSpec, { wound: true }>), ...over });
    expect(of({ shape: 'flat' })).toBeGreaterThan(of({}));
    expect(of({ winding: 'nickel-plated-steel' })).toBeLessThan(of({}));
  });

  it('a core that nobody measured is taken within a thousandth of an inch of the common ones', () => {
    for (const { strings } of Object.values(STRING_SETS))
      for (const string of strings) {
        if (!string.wound) continue;
        const off = Math.abs(usualCore(string.gauge, string.coreMaterial) - string.core!);
        expect(off / METRES_PER.thou).toBeLessThan(1.15);
        const pulls = [string, { ...string, core: null }].map(massPerLength);
        expect(Math.abs(pulls[1]! / pulls[0]! - 1)).toBeLessThan(0.03);
      }
    expect(usualCore(0.2e-3, 'steel')).toBeLessThan(0.2e-3);
  });

  it('tells a nylon set from a steel one by most of its strings', () => {
    expect(kindOfStrings(STRING_SETS.nylon.strings)).toBe('nylon');
    expect(kindOfStrings(STRING_SETS['twelve-light'].strings)).toBe('steel');
  });
});

describe('tunings by note name', () => {
  const read = (text: string) => {
    const result = parseNotes(text);
    return result.ok ? sayNotes(result.value) : `✕ ${result.reason}`;
  };

  it('reads them as they are said, lowest first, with or without octaves', () => {
    expect(read('E A D G B E')).toBe('E2 A2 D3 G3 B3 E4');
    expect(read('e2 a2 d3 g3 b3 e4')).toBe('E2 A2 D3 G3 B3 E4');
    expect(read('D A D G A D')).toBe('D2 A2 D3 G3 A3 D4');
    expect(read('B-E-A-D-F♯-B')).toBe('B2 E3 A3 D4 F#4 B4');
    expect(read('Eb, Ab, Db, Gb, Bb, eb')).toBe('D#2 G#2 C#3 F#3 A#3 D#4');
    expect(read('B1 E A D G B E')).toBe('B1 E2 A2 D3 G3 B3 E4');
    expect(read('C3 G3 D4 A4')).toBe('C3 G3 D4 A4');
    // re-entrant, as on some four-course instruments
    expect(read('G4 C4 E4 A4')).toBe('G4 C4 E4 A4');
    for (const id of TUNING_IDS) expect(parseNotes(sayNotes(TUNINGS[id].notes))).toMatchObject({ ok: true });
  });

  it('says what it cannot read', () => {
    expect(read('')).toMatch(/no note/u);
    expect(read('E A D G H E')).toMatch(/“H” is no note/u);
    expect(read('E9')).toMatch(/no string/u);
    expect(read('E A D G B E A D G B E A D')).toMatch(/13 notes/u);
  });

  it('comes back as it was said, whatever the notes', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 21, max: 84 }), { minLength: 1, maxLength: 12 }), (notes) => {
        expect(parseNotes(sayNotes(notes))).toEqual({ ok: true, value: notes });
      }),
    );
    fc.assert(fc.property(fc.string(), (text) => void parseNotes(text)));
  });

  it('names courses or strings, and nothing in between', () => {
    const twelve = STRING_SETS['twelve-light'];
    expect(sayNotes(notesOf(twelve, TUNINGS.standard)!)).toBe('E3 E2 A3 A2 D4 D3 G4 G3 B3 B3 E4 E4');
    expect(notesOf(STRING_SETS.light, { notes: [64, 59, 55, 50] })).toBeNull();
    expect(notesOf(twelve, { notes: Array.from({ length: 12 }, () => 50) })).toHaveLength(12);
    expect(setTension(STRING_SETS.light, { notes: [64] }, 0.645)).toBeNull();
  });

  it('takes of an unknown set what a usual one of as many strings pulls', () => {
    const six = usualPull(STRING_SETS.light, TUNINGS.standard, 0.645);
    expect(six.total).toBe(setTension(STRING_SETS.light, TUNINGS.standard, 0.645)!.total);
    const four = usualPull(STRING_SETS.light, { notes: [69, 62, 55, 48] }, 0.645);
    expect(four.total).toBeCloseTo((six.total * 4) / 6, 9);
    // of a pair the one that sounds the course's own note is the outer string
    const twelve = setTension(STRING_SETS['twelve-light'], TUNINGS.standard, 0.645)!;
    expect(outerPulls(twelve)).toEqual({ bass: twelve.strings[10]!.pull, treble: twelve.strings[0]!.pull });
  });
});
