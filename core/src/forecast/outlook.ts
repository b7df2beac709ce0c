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
