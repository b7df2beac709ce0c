import { LINE_IDS, type LineId } from '@upright-elder/core/readings';
import { remember, useRemembered } from '../../../data/remembered.js';

/** Which lines a person measures at every visit, and whether only those are shown. */
export interface Today {
  only: boolean;
  lines: LineId[];
}

/** What is read at nearly every visit. House choice, until a person says otherwise. */
const USUAL: LineId[] = [
  'action12',
  'relief',
  'firstFretGap',
  'straightedge',
  'saddleShowing',
  'bridgeTilt',
  'bellyBehindBridge',
];

/** Nobody has chosen other lines yet. */
export const isUsual = ({ lines }: Today): boolean =>
  lines.length === USUAL.length && USUAL.every((line) => lines.includes(line));

const keyOf = (personId: string | null) => `upright-elder.today.${personId ?? 'nobody'}`;

function read(text: string | null): Today {
  try {
    const { only, lines } = JSON.parse(text ?? '') as Partial<Today>;
    const known = (lines ?? []).filter((line) => (LINE_IDS as readonly string[]).includes(line));
    return { only: only === true && known.length > 0, lines: known };
  } catch {
    return { only: false, lines: USUAL };
  }
}

/** Remembered by this browser for each person. */
export function useToday(personId: string | null): [Today, (today: Today) => void] {
  const key = keyOf(personId);
  return [read(useRemembered(key)), (today) => remember(key, JSON.stringify(today))];
}
