import { inverse, Matrix } from 'ml-matrix';
import type { Point } from '../map/index.js';
import { builtDome } from './shape.js';
import type { Responses, SolvedTop } from './solved.js';

/** A height of the belly over the rim, measured. */
export interface BellyStation {
  point: Point;
  /** m over the rim */
  height: number;
  /** of the tool and its repeats, m */
  sd: number;
}

/** A value with its standard error. */
export interface Uncertain {
  value: number;
  sd: number;
}

export type FoldVerdict = 'sound dome' | 'folding' | 'cannot tell';

export interface BellyFit {
  /** how much of the dome it was built with is there, 1 as built */
  dome: Uncertain;
  /** set that the body has taken, as a share of what the strings do to a new one: φ */
  set: Uncertain;
  /** moisture away from that of its building, %MC */
  moisture: Uncertain;
  /** the set's hump and hollow against the dome: near 0 sound, large folding */
  foldIndex: Uncertain;
  verdict: FoldVerdict;
  /** measured and modelled, m */
  stations: (BellyStation & { modelled: number })[];
  /** root mean square of the differences in units of their own error; about 1 where the model fits */
  misfit: number;
}

/** What the shapes leave out: glue lines, odd wood, rims that are no spheres, m. House default. */
const MODEL_SD = 0.1e-3;
/** Before anything is measured: a dome as built give or take a half, and any set at all. House default. */
const DOME: Uncertain = { value: 1, sd: 0.5 };
const SET: Uncertain = { value: 0, sd: 3 };
/** A dome flatter than this is no measure to hold a fold against, m. */
const FLATTEST = 0.5e-3;
/** From here on a top folds: the threshold depends on plate and bridge design. House default. */
export const FOLD_THRESHOLD = 0.3;
/** Fewer stations do not tell a dome from a fold. */
export const FEWEST_STATIONS = 4;

/**
 * Measured profile = built dome · d + string shape · (1 + φ) + moisture shape · ΔM + noise, by weighted least squares
 * with what is known beforehand as three readings more (a linear Gaussian fit; A. Gelman et al., *Bayesian Data
 * Analysis*, chapter 14).
 *
 * @param responses of the top as it stands now, its loose braces loose
 * @param load string pull while it was measured, N; moisture away from that of its building with its error, %MC
 * @throws RangeError where there are fewer than four stations, or one lies on no wood
 */
export function fitBelly(
  top: SolvedTop,
  responses: Responses,
  stations: readonly BellyStation[],
  load: { pull: number; moisture: Uncertain },
): BellyFit {
  if (stations.length < FEWEST_STATIONS)
    throw new RangeError(`a dome is told from a fold by ${FEWEST_STATIONS} stations or more`);
  const { plan, domeRadius } = top.spec;
  const shapes = stations.map(({ point }) => [
    builtDome(plan, domeRadius, point),
    load.pull * top.at(responses.pull.rise, point),
    top.at(responses.moisture.rise, point),
  ]);
  if (shapes.flat().some((one) => !Number.isFinite(one)))
    throw new RangeError('a station lies where the top has no wood');
  const priors: Uncertain[] = [DOME, { value: 1 + SET.value, sd: SET.sd }, load.moisture];
  // normal equations in the information form
  const information = Matrix.diag(priors.map(({ sd }) => 1 / sd ** 2));
  const right = Matrix.columnVector(priors.map(({ value, sd }) => value / sd ** 2));
  stations.forEach(({ height, sd }, i) => {
    const weight = 1 / (sd ** 2 + MODEL_SD ** 2);
    const shape = shapes[i]!;
    for (let a = 0; a < 3; a++) {
      right.set(a, 0, right.get(a, 0) + weight * shape[a]! * height);
      for (let b = 0; b < 3; b++)
        information.set(a, b, information.get(a, b) + weight * shape[a]! * shape[b]!);
    }
  });
  const covariance = inverse(information);
  const fitted = covariance.mmul(right).to1DArray() as [number, number, number];
  const uncertain = (i: number, shift = 0): Uncertain => ({
    value: fitted[i]! - shift,
    sd: Math.sqrt(covariance.get(i, i)),
  });
  const [dome, set, moisture] = [uncertain(0), uncertain(1, 1), uncertain(2)];
  const foldIndex = foldIndexOf(top, responses, load.pull, dome, set, covariance.get(0, 1));
  const modelled = shapes.map((shape) => shape.reduce((sum, one, k) => sum + one * fitted[k]!, 0));
  const squares = stations.map(
    ({ height, sd }, i) => (height - modelled[i]!) ** 2 / (sd ** 2 + MODEL_SD ** 2),
  );
  return {
    dome,
    set,
    moisture,
    foldIndex,
    verdict: verdictOf(foldIndex),
    stations: stations.map((station, i) => ({ ...station, modelled: modelled[i]! })),
    misfit: Math.sqrt(squares.reduce((sum, one) => sum + one, 0) / squares.length),
  };
}

/** Size of the set's hump and hollow against the height of the dome, with its error by first derivatives. */
function foldIndexOf(
  top: SolvedTop,
  responses: Responses,
  pull: number,
  dome: Uncertain,
  set: Uncertain,
  covariance: number,
): Uncertain {
  const { plan, domeRadius } = top.spec;
  const { saddleAt } = plan.bridge;
  const range = pull * reach(top, responses.pull.rise);
  const built = builtDome(plan, Number.isFinite(domeRadius) ? domeRadius : 9, [0, saddleAt]);
  const height = Math.max(FLATTEST, Math.abs(dome.value) * built);
  const value = (set.value * range) / height;
  const bySet = range / height;
  const byDome = height > FLATTEST ? -value / dome.value : 0;
  const variance = bySet ** 2 * set.sd ** 2 + byDome ** 2 * dome.sd ** 2 + 2 * bySet * byDome * covariance;
  return { value, sd: Math.sqrt(Math.max(0, variance)) };
}

/** From the lowest to the highest along the centre line between 130 mm behind the saddle and 80 mm before it. */
function reach(top: SolvedTop, rise: Float64Array): number {
  const { saddleAt } = top.spec.plan.bridge;
  const at = Array.from({ length: 43 }, (_, i) => top.at(rise, [0, saddleAt - 0.13 + 0.005 * i])).filter(
    Number.isFinite,
  );
  return Math.max(...at) - Math.min(...at);
}

/** Beyond its error on one side of the threshold or the other, 9 to 1. */
function verdictOf({ value, sd }: Uncertain): FoldVerdict {
  if (value - 1.28 * sd > FOLD_THRESHOLD) return 'folding';
  if (value + 1.28 * sd < FOLD_THRESHOLD) return 'sound dome';
  return 'cannot tell';
}

/** A known weight set on the bridge, and how far the saddle line went down under it. */
export interface DeflectionTest {
  /** N */
  weight: number;
  /** m, down positive */
  dip: number;
  /** of the dip, m */
  sd: number;
}

/**
 * How many times as far this top moves under a force as its plan says: measured dip over solved dip. What strings do
 * is to be multiplied by it; swelling is not, since it is a strain and not a force.
 *
 * @throws RangeError where weight or dip are not positive
 */
export function softnessFrom({ weight, dip, sd }: DeflectionTest, responses: Responses): Uncertain {
  if (!(weight > 0 && dip > 0 && sd >= 0)) throw new RangeError('weight and dip must be positive');
  const solved = -weight * responses.weight.saddle.rise;
  return { value: dip / solved, sd: sd / solved };
}

/** The responses of a top that moves so many times as far under a force. */
export function softened(responses: Responses, softness: number): Responses {
  const scaled = ({ rise, saddle }: Responses['pull']): Responses['pull'] => ({
    rise: rise.map((one) => softness * one),
    saddle: { rise: softness * saddle.rise, turn: softness * saddle.turn },
  });
  return { ...responses, pull: scaled(responses.pull), weight: scaled(responses.weight) };
}
