import {
  ACCEPTED_LENGTHS,
  parseAngle,
  parseCents,
  parseLength,
  parsed,
  refused,
  repeatsOf,
  type Parsed,
} from '../units/index.js';
import { QUANTITIES, type QuantityId, type ReadingUnit } from './quantities.js';

/**
 * A reading as typed, to SI. Repeats stand beside each other, see {@link repeatsOf}: `7/64; 7.5/64`, `2.8, 2.9`.
 *
 * @returns every repeat in m, rad or cents, or what was wrong and what would be accepted
 */
export function parseReading(id: QuantityId, text: string, fieldUnit: ReadingUnit): Parsed<number[]> {
  const { name, from, to, range, dimension } = QUANTITIES[id];
  const values: number[] = [];
  for (const part of repeatsOf(text)) {
    const result = parseOne(dimension, part, fieldUnit);
    if (!result.ok) return result;
    if (result.value < from - 1e-12 || result.value > to + 1e-12) {
      const side = result.value > to ? 'more' : 'less';
      return refused(
        `“${part.trim()}” is ${side} than ${name.toLowerCase()} can be`,
        `${range}; ${EXAMPLES[dimension]}`,
      );
    }
    values.push(result.value);
  }
  return { ok: true, value: values };
}

const EXAMPLES = {
  length: ACCEPTED_LENGTHS,
  angle: 'an angle such as 0.4°',
  cents: 'cents such as +3 or -4',
} as const;

function parseOne(dimension: 'length' | 'angle' | 'cents', part: string, unit: ReadingUnit): Parsed<number> {
  if (dimension === 'angle') return parseAngle(part, '°');
  if (dimension === 'cents') return parseCents(part);
  return parseLength(part, unit === '°' || unit === 'cents' ? 'mm' : unit);
}

/** No guitar has more. */
const LAST_FRET = 30;

/**
 * Numbers of frets as written at a bench: `2`, `1-3 5`, `1, 2, 7`.
 *
 * @returns the frets in order, each once
 */
export function parseFrets(text: string): Parsed<number[]> {
  const accepted = `numbers of frets from 1 to ${LAST_FRET} such as 1-3 5`;
  const parts = text.split(/[\s,;]+/u).filter(Boolean);
  if (parts.length === 0) return refused('nothing was typed', accepted);
  const frets = new Set<number>();
  for (const part of parts) {
    const match = /^(\d{1,2})(?:[-–](\d{1,2}))?$/u.exec(part);
    if (!match) return refused(`“${part}” is not the number of a fret`, accepted);
    const first = Number(match[1]);
    const last = Number(match[2] ?? match[1]);
    if (first < 1 || last > LAST_FRET || last < first) return refused(`“${part}” names no frets`, accepted);
    for (let fret = first; fret <= last; fret++) frets.add(fret);
  }
  return parsed([...frets].sort((a, b) => a - b));
}
