import { mm } from '../units/index.js';
/** Where practitioners disagree and a judgement hangs on it: the school that a shop follows. */
export interface Schools {
  /** where a straightedge on the frets meets the bridge of a healthy neck, strung */
  straightedge: StraightedgeSchool;
  /** a crack along the grain: closed and glued now, or watched through the damp season first */
  cracks: 'now' | 'watch first';
  /** a folded belly: flattened, accepted and the saddle trimmed, or the neck set to it as it stands */
  belly: 'flatten' | 'accept' | 'set the neck to it';
  /** one saddle and held air, two saddles, or a safe height */
  seasons: 'held air' | 'two saddles' | 'safe height';
}

/** Straightedge over the bridge top at pitch with a straight neck, m. Common practice; the middle one is the house's. */
export const STRAIGHTEDGE_SCHOOLS = {
  level: 0,
  'just above': 0.5 * mm,
  // 1/16 in before the strings pull, less what the top gives: house caution
  'above before the strings pull': 0.8 * mm,
} as const;
export type StraightedgeSchool = keyof typeof STRAIGHTEDGE_SCHOOLS;

/** What a shop follows until it says otherwise. House choice. */
export const HOUSE_SCHOOLS: Schools = {
  straightedge: 'just above',
  cracks: 'now',
  belly: 'flatten',
  seasons: 'held air',
};
