import type { StringSide } from '../strings/index.js';
import type { AttributionOrNot } from './attribution.js';
import type { Calibration } from './calibrate.js';
import type { YearAhead } from './paths.js';
import type { AgainstWindow, Stands } from './stands.js';
import type { Unexplained } from './attribution.js';

/** One side of the strings: what was learned of it, and its coming year. */
export interface SideOutlook {
  side: StringSide;
  calibration: Calibration;
  year: YearAhead;
  attribution: AttributionOrNot;
  unexplained: Unexplained | null;
  stands: Stands;
  /** lower and upper limit of the wanted action, m */
  window: [number, number];
}

/** What is judged of one side on the day, which every page says alike. */
export interface SideJudged {
  /** where its action stands */
  now: AgainstWindow;
  /** what is left of its saddle, or of its wheel’s way; null where its stance was not read in full */
  reserve: SideReserve | null;
  /** no finding says not to trim while it stands */
  trims: boolean;
}
export type Judged = Partial<Record<StringSide, SideJudged>>;

export interface SideReserve {
  verdict: 'enough' | 'just enough' | 'not enough' | 'at its floor' | 'too tall';
  /** what relief and nut take of the action before the saddle has to, m at fret 12 */
  taken: number;
}

/** It has less than what it would have to give. */
export const isShort = ({ verdict }: Pick<SideReserve, 'verdict'>): boolean =>
  verdict === 'not enough' || verdict === 'at its floor';
