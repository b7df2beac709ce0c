import {
  actionBelief,
  actionSensitivity,
  breathingByKind,
  breathingSeen,
  type BreathingSeen,
} from '../src/forecast/index.js';
import { SIX_MONTHS } from './coverage.js';
import { aheadOf, fittedMoved, ridgeAhead } from './movedCoverage.js';
import { simulateMoved } from './movedInstruments.js';

/** Mean errors half a year ahead, mm: with the shop's ten of a kind, with the house's belief, and the competitor's. */
export interface KindErrors {
  taught: number;
  house: number;
  ridge: number;
  /** share of shops in which the kind was shown to differ */
  shown: number;
}

const TOP = { kind: 'flat', laminated: false } as const;
const HOUSE = actionSensitivity(TOP);
const SIBLINGS = 10;
const SIBLING_VISITS = 6;

/**
 * Shops with ten of a kind, each seen six times, and another of that kind seen a few times.
 *
 * @param logSd how kinds differ; 0: they do not
 */
export function kindErrors(visits: number, shops: number, logSd: number): KindErrors {
  const errors: KindErrors = { taught: 0, house: 0, ridge: 0, shown: 0 };
  for (let shop = 1; shop <= shops; shop++) {
    // evenly through what kinds may be, by no chance of the fit's own
    const share = (shop * 0.6180339887) % 1;
    const kind = Math.exp(logSd * Math.SQRT2 * inverseErf(2 * share - 1));
    const seen = Array.from({ length: SIBLINGS }, (_, i): BreathingSeen[] => {
      const { calibration } = fittedMoved(
        simulateMoved(shop * 100 + i, SIBLING_VISITS, { world: 'plain', kind }),
      );
      const ratio = breathingSeen(HOUSE, calibration.sensitivity);
      return ratio
        ? [{ kind: 'k', ratio: { value: ratio.value / HOUSE.value, sd: ratio.sd / HOUSE.value } }]
        : [];
    }).flat();
    const ofKind = breathingByKind(seen).k ?? null;
    if (ofKind) errors.shown += 1 / shops;
    const one = simulateMoved(shop * 100 + 50, visits, { world: 'plain', kind });
    const error = (expected: number) =>
      (Math.abs(expected - one.truth(one.visits.at(-1)!.day + SIX_MONTHS)) * 1000) / shops;
    const by = (belief: Parameters<typeof actionBelief>[0]) =>
      error(aheadOf(fittedMoved(one, actionBelief(belief))).median);
    errors.house += by(HOUSE);
    errors.taught += by(actionSensitivity(TOP, ofKind));
    errors.ridge += error(ridgeAhead(one));
  }
  return errors;
}

/** Winitzki's approximation, near enough to spread kinds evenly. */
function inverseErf(x: number): number {
  const log = Math.log(1 - x * x);
  const a = 0.147;
  const part = 2 / (Math.PI * a) + log / 2;
  return Math.sign(x) * Math.sqrt(Math.sqrt(part ** 2 - log / a) - part);
}
