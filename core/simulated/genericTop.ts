import { pathLength, bodyPlanFrom, usualOutline, type BodyPlan } from '../src/body-plan/index.js';
import { topSpec, type LooseStretch, type TopSpec } from '../src/top/index.js';

/** The plan of the generic top: an auditorium with an X. */
export const GENERIC_PLAN = bodyPlanFrom(usualOutline('auditorium'), 'x');

/** The generic top as the figures give it, to the modulus. */
export const GENERIC_TOP: TopSpec = (() => {
  const spec = topSpec(GENERIC_PLAN, { species: 'sitka-spruce', laminated: false });
  const along = 10.9e9;
  const sheet = { ...spec.sheet, along, across: 0.078 * along, shear: 0.064 * along, poisson: 0.372 };
  return { ...spec, sheet, braceWood: () => ({ modulus: 11e9, shear: 0.7e9, swell: 0.00005 }) };
})();

/** The braces of the X, bass first: how long the lower leg is, and the whole. */
export const armsOf = ({ braces }: BodyPlan) =>
  braces
    .filter(({ kind }) => kind === 'X brace')
    .map(({ id, path }) => ({ id, lower: pathLength(path.slice(0, 2)), whole: pathLength(path) }));

/** Both lower legs of the X, loose over their outer two thirds. */
export const looseLegs = (plan: BodyPlan, share = 2 / 3): LooseStretch[] =>
  armsOf(plan).map(({ id, lower }) => ({ brace: id, from: 0, to: share * lower }));
