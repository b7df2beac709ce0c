import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import { unwoff } from './unwoff.js';

const find = createRequire(import.meta.url).resolve;

/** The faces of the program, and one that has the signs which they lack. */
const FILES = {
  text: '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff',
  bold: '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-700-normal.woff',
  serif: '@fontsource/vollkorn/files/vollkorn-latin-600-normal.woff',
  signs: 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf',
} as const;
export type Face = keyof typeof FILES;
export const FACES = Object.keys(FILES) as Face[];

interface Opened {
  bytes: Buffer;
  has: (codePoint: number) => boolean;
}

const opened = new Map<Face, Opened>();

/** A face with its bytes; each is read once. */
export function faceOf(face: Face): Opened {
  const known = opened.get(face);
  if (known) return known;
  const file = readFileSync(find(FILES[face]));
  const bytes = FILES[face].endsWith('.woff') ? unwoff(file) : file;
  const font = fontkit.create(bytes);
  if (!('hasGlyphForCodePoint' in font)) throw new Error(`${FILES[face]} holds several faces`);
  const made: Opened = { bytes, has: (codePoint) => font.hasGlyphForCodePoint(codePoint) };
  opened.set(face, made);
  return made;
}

/** A stretch of text in one face. */
export interface Run {
  text: string;
  face: Face;
}

/** What stands for a sign that no face has: never nothing. */
const NO_SIGN = '\u25a1';

/** Spaces that a face may lack are drawn as its own. */
const SPACES = /[\u00a0\u2007\u2009\u202f]/u;

/** A text in stretches: what its own face lacks is taken from the face of signs; what both lack is a box. */
export function runsOf(text: string, face: Face): Run[] {
  const runs: Run[] = [];
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0)!;
    const shown = SPACES.test(letter) ? '\u00a0' : letter;
    const own = SPACES.test(letter) || faceOf(face).has(code);
    const of: Face = own ? face : 'signs';
    const said = own || faceOf('signs').has(code) ? shown : NO_SIGN;
    const last = runs.at(-1);
    if (last?.face === of) last.text += said;
    else runs.push({ text: said, face: of });
  }
  return runs;
}

/**
 * Whether some face has every sign of a text.
 *
 * @public called by tests
 */
export const isCovered = (text: string): boolean =>
  [...text.normalize('NFC')].every(
    (letter) =>
      SPACES.test(letter) ||
      faceOf('text').has(letter.codePointAt(0)!) ||
      faceOf('signs').has(letter.codePointAt(0)!),
  );
