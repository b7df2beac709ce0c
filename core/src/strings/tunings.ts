import Note from '@tonaljs/note';
import { parsed, refused, type Parsed } from '../units/parsed.js';

export const TUNING_IDS = [
  'standard',
  'half-step-down',
  'whole-step-down',
  'drop-d',
  'open-g',
  'dadgad',
] as const;
export type HouseTuningId = (typeof TUNING_IDS)[number];

export interface Tuning {
  name: string;
  /** MIDI note numbers (A4 = 69) of strings or courses, first string first */
  notes: readonly number[];
}

const STANDARD = [64, 59, 55, 50, 45, 40];
const lowered = (by: number[]): number[] => STANDARD.map((note, i) => note - by[i]!);

export const TUNINGS: Record<HouseTuningId, Tuning> = {
  standard: { name: 'standard, E A D G B E', notes: STANDARD },
  'half-step-down': { name: 'half a step down', notes: lowered([1, 1, 1, 1, 1, 1]) },
  'whole-step-down': { name: 'a whole step down', notes: lowered([2, 2, 2, 2, 2, 2]) },
  'drop-d': { name: 'low D, D A D G B E', notes: lowered([0, 0, 0, 0, 0, 2]) },
  'open-g': { name: 'open G, D G D G B D', notes: lowered([2, 0, 0, 0, 2, 2]) },
  dadgad: { name: 'D A D G A D', notes: lowered([2, 2, 0, 0, 0, 2]) },
};

/** Frequency of a note, Hz, equal temperament. @param note MIDI number @param a4 Hz */
export function noteFrequency(note: number, a4 = 440): number {
  return a4 * 2 ** ((note - 69) / 12);
}

const ACCEPTED_NOTES =
  'note names from the lowest string to the highest, such as E A D G B E or E2 A2 D3 G3 B3 E4, with # or b';
/** Lowest and highest that any string of a guitar is tuned to: A0 and C6. */
const LOWEST = 21;
const HIGHEST = 84;
const MOST = 12;
/** A first note without its octave is taken in this one, as the low E of a guitar is. */
const FIRST_OCTAVE = 2;
const OCTAVE = 12;

/**
 * A tuning by the names of its notes, lowest string first, as it is said. A note without its octave is the next one of
 * its name above the string before; what goes down again, as on some four-course instruments, is written with octaves.
 *
 * @returns MIDI note numbers, first string (the last that is named) first
 */
export function parseNotes(text: string): Parsed<number[]> {
  const words = text
    .replaceAll('♯', '#')
    .replaceAll('♭', 'b')
    .split(/[\s,;·–-]+/u)
    .filter(Boolean);
  if (words.length === 0) return refused('no note is written', ACCEPTED_NOTES);
  if (words.length > MOST)
    return refused(`${words.length} notes are more than ${MOST} strings`, ACCEPTED_NOTES);
  const notes: number[] = [];
  for (const word of words) {
    const note = readNote(word, notes.at(-1));
    if (note === null) return refused(`“${word}” is no note`, ACCEPTED_NOTES);
    if (note < LOWEST || note > HIGHEST)
      return refused(
        `“${word}” is ${sayNote(note)}, which no string of a guitar is tuned to`,
        'notes from A0 to C6',
      );
    notes.push(note);
  }
  return parsed(notes.reverse());
}

function readNote(word: string, before: number | undefined): number | null {
  const capital = word.charAt(0).toUpperCase() + word.slice(1).toLowerCase();
  if (/\d$/u.test(word)) return Note.midi(capital);
  const first = Note.midi(`${capital}${FIRST_OCTAVE}`);
  if (first === null || before === undefined) return first;
  return first + OCTAVE * (Math.floor((before - first) / OCTAVE) + 1);
}

/** A note's name with its octave: `E4`. @param note MIDI number */
export const sayNote = (note: number): string => Note.fromMidiSharps(note);

/** Notes as they are said, lowest string first: `E2 A2 D3 G3 B3 E4`. @param notes first string first */
export const sayNotes = (notes: readonly number[]): string => [...notes].reverse().map(sayNote).join(' ');
