import type { Point } from '../body-plan/index.js';
import { diagonalOf, inverseOf, timesVector, type Uncertain } from '../numeric/index.js';
import { builtDome } from './shape.js';
import type { Load, LooseStretch, SolvedTop } from './solved.js';

/** A height of the belly over the rim, measured. */
export interface BellyStation {
  point: Point;
  /** m over the rim */
  height: number;
  /** of the tool and its repeats, m */
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
  /** the whole distortion against the glued, unset top, in its hump and hollow, against the dome: near 0 sound, large folding */
  foldIndex: Uncertain;
  /** that distortion: what stands up behind the bridge, and what is pressed in before it, m */
  hump: Uncertain;
  hollow: Uncertain;
  verdict: FoldVerdict;
  /** far damper than the air says: what a brace that came loose and was not found looks like */
  lookInside: boolean;
  /** measured and modelled, m */
  stations: (BellyStation & { modelled: number })[];
  /** root mean square of the differences in units of their own error; about 1 where the model fits */
  misfit: number;
}

/** What the shapes leave out: glue lines, odd wood, rims that are no spheres, m. House default. */
const MODEL_SD = 0.05e-3;
/** Before anything is measured: a dome as built give or take a half, and any set at all. House default. */
const DOME: Uncertain = { value: 1, sd: 0.5 };
const SET: Uncertain = { value: 0, sd: 3 };
/** How far the strings' own shape may be off, as a share of it, while the top's thickness is not measured, and after. */
export const STRUNG_SD = { notMeasured: 0.25, measured: 0.15 };
/** A dome flatter than this is no measure to hold a fold against, m. */
const FLATTEST = 0.5e-3;
/** From here on a top folds: the threshold depends on plate and bridge design. House default. */
export const FOLD_THRESHOLD = 0.3;
/** Fewer stations do not tell a dome from a fold. */
export const FEWEST_STATIONS = 4;
/** Damp beyond what the air accounts for, in standard errors of what the belly adds to it: one sound top in thirty. */
const FAR_DAMPER = 1.85;

/** What a belly was measured under. */
export interface BellyLoad {
  /** string pull, N */
  pull: number;
  /** away from that of its building, %MC, as the air has it */
  moisture: Uncertain;
  /** share of the solved swelling that a top in use shows */
  inUse?: number;
  /** relative error of what the strings do; as with a thickness that was not measured where it is left out */
  strungSd?: number;
}

/**
 * Measured profile = built dome · d + string shape · (1 + φ) + moisture shape · ΔM + noise, by weighted least squares
 * with what is known beforehand as three readings more (a linear Gaussian fit; A. Gelman et al., *Bayesian Data
 * Analysis*, chapter 14). A fold is what stands there against the glued, unset top: what loose braces let the strings
 * do, and the set, together.
 *
 * @param loose what is known to be loose while it was measured
 * @throws RangeError where there are fewer than four stations, or one lies on no wood
 */
export function fitBelly(
  top: SolvedTop,
  loose: readonly LooseStretch[],
  stations: readonly BellyStation[],
  { pull, moisture: air, inUse = 1, strungSd = STRUNG_SD.notMeasured }: BellyLoad,
): BellyFit {
  if (stations.length < FEWEST_STATIONS)
    throw new RangeError(`a dome is told from a fold by ${FEWEST_STATIONS} stations or more`);
  const { plan, domeRadius } = top.spec;
  const strung = top.state(loose, { pull, moisture: 0 }).rise;
  const sound = top.state([], { pull, moisture: 0 }).rise;
  const damp = dampShape(top, loose, pull, inUse);
  const shapes = stations.map(({ point }) => [
    builtDome(plan, domeRadius, point),
    top.at(strung, point),
    top.at(damp, point),
  ]);
  if (shapes.flat().some((one) => !Number.isFinite(one)))
    throw new RangeError('a station lies where the top has no wood');
  const priors: Uncertain[] = [DOME, { value: 1 + SET.value, sd: SET.sd }, air];
  // normal equations in the information form
  const information = diagonalOf(priors.map(({ sd }) => 1 / sd ** 2));
  const right = priors.map(({ value, sd }) => value / sd ** 2);
  const told = new Float64Array(9);
  stations.forEach(({ height, sd }, i) => {
    const weight = 1 / (sd ** 2 + MODEL_SD ** 2);
    const shape = shapes[i]!;
    for (let a = 0; a < 3; a++) {
      right[a]! += weight * shape[a]! * height;
      for (let b = 0; b < 3; b++) told[3 * a + b]! += weight * shape[a]! * shape[b]!;
    }
  });
  const covariance = inverseOf(
    information.map((one, i) => one + told[i]!),
    3,
  );
  const fitted = [...timesVector(covariance, right)] as [number, number, number];
  const error = (i: number) => Math.sqrt(covariance[4 * i]!);
  const strings: Uncertain = { value: fitted[1], sd: error(1) };
  // how much of the strings' shape is there is well told, how much of that is set only as well as the shape is known
  const set: Uncertain = { value: fitted[1] - 1, sd: Math.hypot(error(1), fitted[1] * strungSd) };
  const dome: Uncertain = { value: fitted[0], sd: error(0) };
  const moisture: Uncertain = { value: fitted[2], sd: error(2) };
  const { foldIndex, hump, hollow } = foldOf(top, {
    strung,
    sound,
    strings,
    strungSd,
    dome,
    both: covariance[1]!,
  });
  const modelled = shapes.map((shape) => shape.reduce((sum, one, k) => sum + one * fitted[k]!, 0));
  const squares = stations.map(
    ({ height, sd }, i) => (height - modelled[i]!) ** 2 / (sd ** 2 + MODEL_SD ** 2),
  );
  // what the readings themselves had to say in what was fitted leaves them no say in the misfit
  const own = covariance.reduce((sum, one, i) => sum + one * told[i]!, 0);
  const added = Math.sqrt(Math.max(1e-12, air.sd ** 2 - moisture.sd ** 2));
  return {
    dome,
    set,
    moisture,
    foldIndex,
    hump,
    hollow,
    verdict: verdictOf(foldIndex, loose),
    lookInside: moisture.value - air.value > FAR_DAMPER * added,
    stations: stations.map((station, i) => ({ ...station, modelled: modelled[i]! })),
    misfit: Math.sqrt(squares.reduce((sum, one) => sum + one, 0) / Math.max(1, squares.length - own)),
  };
}

/** What 1 %MC does to it under its strings, m: half of what the drier and the damper do, since they do not add. */
function dampShape(
  top: SolvedTop,
  loose: readonly LooseStretch[],
  pull: number,
  inUse: number,
): Float64Array {
  const [damper, drier] = top.states(loose, [
    { pull, moisture: inUse, felt: 0 },
    { pull, moisture: -inUse, felt: 0 },
  ]);
  return damper!.rise.map((rise, node) => (rise - drier!.rise[node]!) / 2);
}

interface Distortion {
  strung: Float64Array;
  sound: Float64Array;
  /** 1 + φ */
  strings: Uncertain;
  strungSd: number;
  dome: Uncertain;
  /** covariance of the dome and of what the strings do */
  both: number;
}

/** Size of the distortion's hump and hollow against the height of the dome, with their errors by first derivatives. */
function foldOf(top: SolvedTop, { strung, sound, strings, strungSd, dome, both }: Distortion) {
  const { plan, domeRadius } = top.spec;
  const { saddleAt } = plan.bridge;
  const line = Array.from({ length: 43 }, (_, i) => 0.005 * i - 0.13).flatMap((off) => {
    const point: Point = [0, saddleAt + off];
    const [is, was] = [top.at(strung, point), top.at(sound, point)];
    return Number.isFinite(is) && Number.isFinite(was) ? [{ off, is, was }] : [];
  });
  const stands = line.map(({ off, is, was }) => ({ off, is, was, by: strings.value * is - was }));
  const level = { is: 0, was: 0, by: 0 };
  const highest = stands
    .filter(({ off }) => off < 0)
    .reduce((a, b) => (b.by > a.by ? b : a), { off: 0, ...level });
  const lowest = stands
    .filter(({ off }) => off > 0)
    .reduce((a, b) => (b.by < a.by ? b : a), { off: 0, ...level });
  const built = builtDome(plan, Number.isFinite(domeRadius) ? domeRadius : 9, [0, saddleAt]);
  const height = Math.max(FLATTEST, Math.abs(dome.value) * built);
  const size = highest.by - lowest.by;
  const sdOf = (is: number, was: number) => Math.hypot(is * strings.sd, was * strungSd);
  const index = size / height;
  const byStrings = (highest.is - lowest.is) / height;
  const byDome = height > FLATTEST ? -index / dome.value : 0;
  const variance =
    byStrings ** 2 * strings.sd ** 2 +
    (((highest.was - lowest.was) / height) * strungSd) ** 2 +
    byDome ** 2 * dome.sd ** 2 +
    2 * byStrings * byDome * both;
  return {
    foldIndex: { value: index, sd: Math.sqrt(Math.max(0, variance)) },
    hump: { value: highest.by, sd: sdOf(highest.is, highest.was) },
    hollow: { value: -lowest.by, sd: sdOf(lowest.is, lowest.was) },
  };
}

/** Beyond its error on one side of the threshold or the other, 9 to 1. A top with loose braces is never called sound. */
function verdictOf({ value, sd }: Uncertain, loose: readonly LooseStretch[]): FoldVerdict {
  if (value - 1.28 * sd > FOLD_THRESHOLD) return 'folding';
  if (value + 1.28 * sd < FOLD_THRESHOLD && loose.length === 0) return 'sound dome';
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
 * How many times as far this top moves under a force as its plan says: measured dip over solved dip, strings off. What
 * forces do is to be multiplied by it; swelling is not, since it is a strain and not a force.
 *
 * @throws RangeError where weight or dip are not positive
 */
export function softnessFrom(
  { weight, dip, sd }: DeflectionTest,
  top: SolvedTop,
  loose: readonly LooseStretch[],
): Uncertain {
  if (!(weight > 0 && dip > 0 && sd >= 0)) throw new RangeError('weight and dip must be positive');
  const solved = -top.state(loose, { pull: 0, moisture: 0, weight }).saddle.rise;
  return { value: dip / solved, sd: sd / solved };
}

/** A load as a top that moves so many times as far under a force feels it. */
export const softened = (load: Load, softness: number): Load => ({
  ...load,
  pull: softness * load.pull,
  weight: softness * (load.weight ?? 0),
});
