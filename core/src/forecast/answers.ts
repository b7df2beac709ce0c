import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import type { Climate } from '../air/climate.js';
import { lowestCleanAction, PLUCK_AT } from '../stance/clearance.js';
import { fretPosition } from '../stance/frets.js';
import { ROOM_CELSIUS } from '../air/scenario.js';
import { HUMIDITY_WINDOW } from '../targets/targets.js';
import { humidityForMoisture } from '../wood/equilibrium.js';
import { monthsAhead, type MonthAhead, type Played } from './months.js';
import type { SideOutlook } from './outlook.js';
import type { Ahead } from './predict.js';
import { backToReference, humidityAdvice, type HumidityAdvice } from './reference.js';
import type { SaddleAdvice } from './saddles.js';

/** What holds of one side however the air is kept. */
export interface StandingAnswers {
  /** room humidity that keeps the action in its window */
  humidity: HumidityAdvice;
  /** the last reading carried to the humidity at which the instrument will be kept, m */
  atKept: { day: number; action: Uncertain };
  /** lowest action at 12 that this neck and player allow, m; null where it is not known or nothing is clean */
  lowestClean: number | null;
  /** saddle showing today, m; null where it is not measured */
  saddleShowing: number | null;
  /** the least of it that must be left, m; null where it is not measured */
  leastShowing: number | null;
}

/** What the coming year means for one side of the strings. */
export interface SideAnswers extends StandingAnswers {
  side: StringSide;
  months: MonthAhead[];
  /** null where no saddle was measured: then none is advised */
  saddle: SaddleAdvice | null;
}

type Fit = Pick<SideOutlook, 'side' | 'calibration' | 'window'>;

/**
 * What holds of a side however the air is kept.
 *
 * @param day that is asked of
 * @param kept moisture of the wood where it will be kept, %MC
 * @param played how the side stands and is played; null where it was not measured in full
 */
export function standingAnswers(
  { calibration, window }: Fit,
  day: number,
  kept: number,
  played: Played | null,
): StandingAnswers {
  const last = calibration.visits.length - 1;
  const humidity = humidityForMoisture(kept, ROOM_CELSIUS);
  return {
    // what its owner keeps can be kept
    humidity: humidityAdvice(calibration, window, day, [
      Math.min(HUMIDITY_WINDOW.from, humidity),
      Math.max(HUMIDITY_WINDOW.to, humidity),
    ]),
    atKept: { day: calibration.visits[last]!.day, action: backToReference(calibration, last, kept) },
    lowestClean: played
      ? lowestCleanAction(played.stance, played.neck, { force: played.pluck.force, at: PLUCK_AT })
      : null,
    saddleShowing: played?.saddleShowing ?? null,
    leastShowing: played?.leastShowing ?? null,
  };
}

/**
 * The answers of one side for the coming year, under the climate or what a scenario makes of it.
 *
 * @param played how it stands and is played; null where the stance is not measured
 * @param saddle what the simulated year advises; nothing where no saddle was measured
 */
export function sideAnswers(
  { side, calibration }: Fit,
  climate: Climate,
  from: number,
  ahead: Ahead,
  { played, saddle, standing }: { played: Played | null; saddle: SaddleAdvice; standing: StandingAnswers },
): SideAnswers {
  return {
    ...standing,
    side,
    months: monthsAhead(calibration, climate, from, ahead, played),
    saddle: standing.saddleShowing === null ? null : saddle,
  };
}

/** Saddle height per action at fret 12: the trade's "twice". */
export const saddleLever = (stringLength: number, scale: number): number =>
  stringLength / fretPosition(scale, 12);
