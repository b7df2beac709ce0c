import type { StringSide } from '../strings/index.js';
import type { AttributionOrNot } from './attribution.js';
import type { Calibration } from './calibrate.js';
import type { YearAhead } from './paths.js';
import type { Stands } from './stands.js';
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

/** What a judgement says of one side's saddle, or wheel, which every page says alike. */
export interface SideReserve {
  verdict: 'enough' | 'just enough' | 'not enough' | 'at its floor' | 'too tall';
  /** what relief and nut take of the action before the saddle has to, m at fret 12 */
  taken: number;
}
export type Reserves = Partial<Record<StringSide, SideReserve>>;
