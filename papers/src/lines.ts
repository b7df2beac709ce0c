import { runsOf, type Face, type Run } from './faces.js';

/** One line of a text, in stretches of one face each. */
export interface Line {
  runs: Run[];
  width: number;
}

/** How wide a stretch is, points. */
export type Measure = (run: Run, size: number) => number;

/** Where a line may break: at a space, never at one that holds a number and its sign together. */
const WORDS = /[ \t]+/u;

/**
 * Breaks a text into lines.
 *
 * @param width of the column, points; a word that is wider is broken within
 */
export function linesOf(text: string, face: Face, size: number, width: number, measure: Measure): Line[] {
  const wide = (words: string) => runsOf(words, face).reduce((sum, run) => sum + measure(run, size), 0);
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const word of paragraph
      .split(WORDS)
      .filter(Boolean)
      .flatMap((one) => pieces(one, width, wide))) {
      const next = line === '' ? word : `${line} ${word}`;
      if (line !== '' && wide(next) > width) {
        lines.push(line);
        line = word;
      } else line = next;
    }
    lines.push(line);
  }
  return lines.map((line) => ({ runs: runsOf(line, face), width: wide(line) }));
}

function pieces(word: string, width: number, wide: (words: string) => number): string[] {
  if (wide(word) <= width) return [word];
  const all: string[] = [];
  let piece = '';
  for (const letter of word) {
    if (piece !== '' && wide(piece + letter) > width) {
      all.push(piece);
      piece = '';
    }
    piece += letter;
  }
  return [...all, piece];
}
