import { comingMoisture, type Climate } from '../air/climate.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { scenarioWood } from '../air/scenario.js';
import { buzzing, lowestCleanAction, PLUCK_AT, withActionChange } from '../stance/clearance.js';
import { fretPosition } from '../stance/frets.js';
import { dip, stringHeight, type NeckGeometry, type Stance } from '../stance/stance.js';
import type { Calibration } from './calibrate.js';
import { normalBelow } from '../numeric/normal.js';
import { expectOn, type Ahead } from './predict.js';

/** How the strings of one side stand and are played, for clearance. */
export interface Played {
  stance: Stance;
  neck: NeckGeometry;
  /** F/T and its log-sd, see stance/clearance.ts */
  pluck: { force: number; logSd: number };
  /** relief through the seasons where it is known, m */
  relief: Calibration | null;
  /** saddle showing above the bridge, and the least that must be left, m */
  saddleShowing: number;
  leastShowing: number;
}

/** One month of the coming year: where the action stands, and which notes buzz. */
export interface MonthAhead {
  /** its middle */
  day: number;
  median: number;
  band80: [number, number];
  /** frets that buzz at the expected action, under the expected pluck */
  buzzes: number[];
  /** chance that any fretted note buzzes, 0 to 1; null where clearance is not known */
  chance: number | null;
}

export const MONTHS = 12;

/** Months of the coming year under a climate or what a scenario makes of it. */
export function monthsAhead(
  calibration: Calibration,
  climate: Climate,
  from: number,
  ahead: Ahead,
  played: Played | null,
): MonthAhead[] {
  const wood = ahead.scenario && scenarioWood(ahead.scenario, climate);
  return Array.from({ length: MONTHS }, (_, i) => {
    const day = from + ((i + 0.5) / MONTHS) * DAYS_PER_YEAR;
    const moisture = comingMoisture(climate, day, ahead.today, wood);
    const { median, band80 } = expectOn(calibration, day, moisture);
    const month: MonthAhead = { day, median, band80, buzzes: [], chance: null };
    if (!played) return month;
    const relief = played.relief && expectOn(played.relief, day, moisture).median;
    const stance = standing(played, median, relief);
    const pluck = { force: played.pluck.force, at: PLUCK_AT };
    month.buzzes = buzzing(stance, played.neck, pluck).filter((fret) => fret > 0);
    month.chance = chanceOfBuzz(stance, played, median, (band80[1] - band80[0]) / (2 * 1.2816));
    return month;
  });
}

/** The stance with another relief, its saddle moved so that the action at 12 is what is expected. */
function standing({ stance, neck, relief: known }: Played, action: number, relief: number | null): Stance {
  const last = known?.visits.at(-1);
  const bent =
    relief !== null && last
      ? { ...stance, reliefToJoin: stance.reliefToJoin + (relief - last.value) }
      : stance;
  return withActionChange(bent, neck, action - actionAt12(bent, neck));
}

function actionAt12(stance: Stance, neck: NeckGeometry): number {
  const x = fretPosition(neck.scale, 12);
  return stringHeight(stance, x) + dip(stance, x);
}

/** Chance that the action lies under the lowest clean one, both uncertain. */
function chanceOfBuzz(stance: Stance, { neck, pluck }: Played, action: number, sd: number): number {
  const lowest = (force: number) => lowestCleanAction(stance, neck, { force, at: PLUCK_AT });
  const middle = lowest(pluck.force);
  if (middle === null) return 1;
  const harder = lowest(pluck.force * Math.exp(pluck.logSd)) ?? middle * 2;
  return normalBelow((middle - action) / Math.hypot(sd, harder - middle));
}
