import {
  attribute,
  beliefAhead,
  calibrate,
  closingMoisture,
  unexplained,
  whenReached,
  YEARS_AHEAD,
  type Closing,
  type CrackWidth,
  type Creep,
} from '../src/index.js';
import { calibrated } from './coverage.js';
import { simulateInstrument, type Variant } from './instruments.js';

/** What is said of instruments whose truth is known, as shares of all of them. */
export interface Said {
  /** how often each is said; the rest is not told yet */
  creep: Record<Creep, number>;
  told: number;
  /** of those told: the season's true part lies in its stated 95 % */
  seasonHolds: number;
  /** of those that have one: the last reading is called more than is explained */
  unexplained: number;
}

/** What *Seasons* says over simulated instruments, its gates included. */
export function said(visitCount: number, instruments: number, variant: Variant): Said {
  const creep: Record<Creep, number> = { creeping: 0, 'probably creeping': 0, 'cannot tell': 0, steady: 0 };
  let [told, holds, asked, odd] = [0, 0, 0, 0];
  for (let seed = 1; seed <= instruments; seed++) {
    const fit = calibrated(simulateInstrument(seed, visitCount, variant));
    const rest = unexplained(fit.calibration, fit);
    if (rest) asked += 1;
    if (rest?.odd) odd += 1;
    const one = attribute(fit.calibration);
    if (!one.known) continue;
    told += 1;
    creep[one.creep] += 1 / instruments;
    const { season, fromDay, toDay } = one.attribution;
    const truth = fit.simulated.season(toDay) - fit.simulated.season(fromDay);
    if (Math.abs(truth - season.value) <= 1.96 * season.sd) holds += 1;
  }
  return {
    creep,
    told: told / instruments,
    seasonHolds: told > 0 ? holds / told : 0,
    unexplained: asked > 0 ? odd / asked : 0,
  };
}

/** How often it is called creeping or probably so. */
export const called = ({ creep }: Said): number => creep.creeping + creep['probably creeping'];

const YEAR = 365.2425;

/** Of years ahead that name a year: how often the truth lies in the interval; of the others, how often it is right. */
export interface Endings {
  /** share that names a year at least for its beginning */
  dated: number;
  /** of those: the truth lies in the interval */
  holds: number;
  /** of those: it does not come before its beginning */
  notBefore: number;
  /** of all that say "not within twenty years": it is so */
  neverHolds: number;
  /** median width of those intervals that end, years */
  width: number;
}

/**
 * When a limit over today's level is reached: it lies 0.3 to 2.6 mm away, from a saddle with little left to the lowest that may be under a tall one, by chance.
 *
 * @param variant its `driftSd` draws the drift from what the fit believes
 */
export function endings(visitCount: number, instruments: number, variant: Variant): Endings {
  const widths: number[] = [];
  let [dated, inside, later, nevers, right] = [0, 0, 0, 0, 0];
  for (let seed = 1; seed <= instruments; seed++) {
    const { visits, simulated, climate, options } = calibrated(simulateInstrument(seed, visitCount, variant));
    const calibration = calibrate(visits, { ...options, belief: beliefAhead(options.belief) });
    const from = visits.at(-1)!.day;
    const kept = climate.coefficients[0]!;
    const level = (day: number) =>
      simulated.standing(day) + (simulated.sensitivityAfter * (kept - 8.8)) / 1000;
    // spread evenly, by no chance of the fit's own
    const limit = level(from) + (0.3 + 2.3 * ((seed * 0.6180339887) % 1)) / 1000;
    const perYear = (level(from + YEAR) - level(from)) / YEAR;
    const truth = perYear > 0 ? from + (limit - level(from)) / perYear : Infinity;
    const late = truth > from + YEARS_AHEAD * YEAR;
    const reached = whenReached(calibration, { limit, rising: true, from, moisture: kept });
    if (reached.from === null) {
      nevers += 1;
      if (late) right += 1;
      continue;
    }
    dated += 1;
    const begun = !late && truth >= reached.from;
    if (begun || late) later += 1;
    if (reached.to === null ? begun || late : begun && truth <= reached.to) inside += 1;
    if (reached.to !== null) widths.push((reached.to - reached.from) / YEAR);
  }
  widths.sort((a, b) => a - b);
  return {
    dated: dated / instruments,
    holds: dated > 0 ? inside / dated : 0,
    notBefore: dated > 0 ? later / dated : 1,
    neverHolds: nevers > 0 ? right / nevers : 1,
    width: widths[widths.length >> 1] ?? Infinity,
  };
}

/** What is said of simulated cracks: shares of all of them. */
export type SaidOfCracks = Record<Closing, number>;

/**
 * Cracks that close at a known moisture: their slope, their plate and their hygrometer are drawn, not those of the fit.
 *
 * @param closes true moisture at which each closes, %MC, by a number from 0 to 1
 * @param span over which moisture its widths are read, %MC
 */
export function cracksSaid(
  count: number,
  closes: (share: number) => number,
  { widths, span, moistureSd }: { widths: number; span: number; moistureSd: number },
): SaidOfCracks {
  const found: SaidOfCracks = { humidify: 0, 'under tension': 0, 'fill or splint': 0, 'cannot tell': 0 };
  let state = 12345;
  const uniform = () => {
    state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff;
    return (state + 0.5) / 0x80000000;
  };
  const gauss = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  const change = 0.0016;
  const board = 0.19;
  for (let i = 0; i < count; i++) {
    const at = closes((i + 0.5) / count);
    const held = Math.max(0.25, Math.min(0.9, 0.5 + 0.2 * gauss()));
    const slope = change * board * Math.exp(0.25 * gauss()) * held;
    const begin = 6 + 1.5 * uniform();
    const shared = 0.15 * gauss();
    const seen: CrackWidth[] = Array.from({ length: widths }, (_, k) => {
      const moisture = begin + (widths === 1 ? 0 : (span * k) / (widths - 1));
      const width = Math.max(0, slope * (at - moisture)) + 0.025e-3 * gauss();
      return {
        width: Math.max(0, width),
        sd: 0.02e-3,
        moisture: moisture + shared + moistureSd * gauss(),
        moistureSd,
      };
    });
    found[closingMoisture(seen, { change, width: board, restraint: { value: 0.5, sd: 0.2 } }).answer] +=
      1 / count;
  }
  return found;
}
