import type { PathOfRooms } from '../air/index.js';
import type { Evidence, Today } from '../diagnosis/index.js';
import type { SideFit, YearInput } from '../forecast/index.js';
import { standsToday } from './judgement.js';
import type { Learned } from './learned.js';
import { standOn } from './today.js';

/** Everything that plans are made of, on a day: plain values, so that they are made wherever there is time. */
export interface PlanningInput {
  evidence: Evidence;
  today: Today;
  yearInput: YearInput;
  sides: SideFit[];
}

export function planningOf(learned: Learned, path: PathOfRooms, day: number): PlanningInput {
  const today = standOn(learned, path, day);
  return {
    evidence: learned.evidence,
    today: standsToday(today),
    yearInput: today.prepared.input,
    sides: learned.sides.map(({ side, calibration, window }) => ({ side, calibration, window })),
  };
}
