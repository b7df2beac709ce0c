import { normals, seededChance } from '../src/numeric/index.js';
import type { Point } from '../src/body-plan/index.js';
import { builtDome, fitBelly, SolvedTop, type BellyFit, type LooseStretch } from '../src/top/index.js';
import { GENERIC_PLAN, GENERIC_TOP, looseLegs } from './genericTop.js';

/** Where a belly is read: along the middle and across behind the bridge. */
const { saddleAt } = GENERIC_PLAN.bridge;
export const BELLY_POINTS: readonly Point[] = [
  ...[-0.12, -0.08, -0.04, 0.025, 0.06].map((off): Point => [0, saddleAt + off]),
  ...[-0.12, -0.06, 0.06, 0.12].map((x): Point => [x, saddleAt - 0.04]),
];
export const BELLY_PULL = 700;

/** Fits of bellies of a top on another mesh than the one that fits them, read with 0.1 mm. */
export function bellyFits(): (
  many: number,
  loose: readonly LooseStretch[],
  recorded: readonly LooseStretch[],
) => BellyFit[] {
  const legs = looseLegs(GENERIC_PLAN);
  const truth = new SolvedTop(GENERIC_TOP, { spacing: 0.013, recorded: legs });
  const generic = new SolvedTop(GENERIC_TOP, { spacing: 0.012, recorded: legs });
  const gauss = normals(seededChance(16));
  return (many, loose, recorded) =>
    Array.from({ length: many }, () => {
      const moisture = 1.12 * gauss();
      const { rise } = truth.state(loose, { pull: BELLY_PULL, moisture, felt: moisture });
      const stations = BELLY_POINTS.map((point) => ({
        point,
        height: builtDome(GENERIC_PLAN, 9, point) + truth.at(rise, point) + 1e-4 * gauss(),
        sd: 1e-4,
      }));
      return fitBelly(generic, recorded, stations, {
        pull: BELLY_PULL,
        moisture: { value: 0, sd: 1.12 },
      });
    });
}
