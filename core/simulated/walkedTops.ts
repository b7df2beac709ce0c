import { mm } from '../src/units/index.js';
import { bodyPlanFrom, pathLength, usualOutline, type BodyPlan, type Point } from '../src/body-plan/index.js';
import { normals, type Chance } from '../src/numeric/index.js';
import {
  armsToLoad,
  solidSheet,
  SolvedTop,
  topSpec,
  USUAL_TOP,
  loadSpots,
  type Dip,
  type LooseStretch,
  type TopFacts,
} from '../src/top/index.js';

/** A top whose truth the walk does not know, and the dips that a hand read on it. */
export interface WalkedTop {
  /** loose arms by their number among those of the plan, and whether they stand open */
  loose: { arm: number; open: boolean }[];
  dips: Dip[];
  /** N */
  weight: number;
}

const FACTS: TopFacts = { species: 'sitka-spruce', laminated: false };
/** The plan that both know. */
export const walkedPlan = (bracing: 'x' | 'ladder'): BodyPlan =>
  bodyPlanFrom(usualOutline('auditorium'), bracing);

/**
 * A simulated top: another mesh than the walk's, graded thickness, wood and braces as they come, a patch somewhere, spots
 * missed by 4 mm, its tail block held or free; nothing loose, one arm, or two, each open or touching. Invented figures.
 */
export function walkedTop(
  plan: BodyPlan,
  chance: Chance,
  kind: 'sound' | 'open' | 'touching' | 'any',
): WalkedTop {
  const gauss = normals(chance);
  const between = (from: number, to: number) => from + (to - from) * chance();
  const arms = armsToLoad(plan);
  const thickness = Math.max(2.2 * mm, 2.8 * mm + 0.3 * mm * gauss());
  const stiffer = Math.exp(0.2 * gauss());
  const rim = 10 ** between(-1, 1);
  const edge = between(0.8, 1);
  const patchAt: Point = [between(-0.13, 0.13), between(0.06, 0.3)];
  const patched = chance() < 0.5;
  const patch = solidSheet('sitka-spruce', 1.8 * mm, chance() < 0.5 ? 'x' : 'y');
  const half = plan.outline.length / 2;
  const spec = topSpec(
    {
      ...plan,
      braces: plan.braces.map((one) => ({
        ...one,
        height: Math.max(2 * mm, one.height + 0.8 * mm * gauss()),
      })),
    },
    {
      ...FACTS,
      thickness,
      bridgeThickness: 9 * mm + 0.7 * mm * gauss(),
      domeRadius: 9 * Math.exp(0.2 * gauss()),
    },
  );
  const { along, across, shear } = spec.sheet;
  const braceOff = plan.braces.map(() => Math.exp(0.15 * gauss()));
  const loose: (LooseStretch & { arm: number; open: boolean })[] = [];
  const letGo = (open: boolean) => {
    const free = arms.map((_, i) => i).filter((i) => loose.every(({ arm }) => arm !== i));
    const arm = free[Math.floor(free.length * chance())]!;
    const { brace, length, fromEnd } = arms[arm]!;
    const whole = pathLength(plan.braces.find(({ id }) => id === brace)!.path);
    const reach = between(0.3, 0.95) * length;
    const held = open ? { gap: between(0, 1.5) * mm } : { gap: 0, letIn: true };
    const ends = fromEnd ? { from: whole - reach, to: whole } : { from: 0, to: reach };
    loose.push({ brace, ...ends, ...held, arm, open });
  };
  if (kind === 'open' || kind === 'touching') letGo(kind === 'open');
  if (kind === 'any') {
    const count = chance() < 0.6 ? 0 : chance() < 0.75 ? 1 : 2;
    for (let i = 0; i < count; i++) letGo(chance() < 0.5);
  } else if (kind !== 'sound' && chance() < 0.25) letGo(kind === 'open');
  const top = new SolvedTop(
    {
      ...spec,
      sheet: {
        ...spec.sheet,
        along: along * stiffer,
        across: across * stiffer * Math.exp(0.1 * gauss()),
        shear: shear * stiffer,
      },
      braceWood: (species, brace) => {
        const wood = spec.braceWood(species, brace);
        return { ...wood, modulus: wood.modulus * braceOff[brace]!, shear: wood.shear * braceOff[brace]! };
      },
      local: ([x, y]) => ({
        // thinner towards the edge
        thickness: 1 - (1 - edge) * Math.min(1, Math.hypot(x / 0.19, (y - half) / half) ** 4),
        patch: patched && Math.abs(x - patchAt[0]) < 0.03 && Math.abs(y - patchAt[1]) < 0.03 ? patch : null,
      }),
      rim: { inPlane: USUAL_TOP.rim.inPlane * rim, turning: USUAL_TOP.rim.turning * rim },
      tailBlock: chance() < 0.5 ? 'held' : 'sprung',
    },
    { spacing: between(0.013, 0.017), recorded: loose },
  );
  const weight = between(15, 25);
  const spots = loadSpots(plan);
  const missed = spots.map(({ point: [x, y] }): Point => {
    const [off, way] = [4 * mm * Math.sqrt(chance()), 2 * Math.PI * chance()];
    return [x + off * Math.cos(way), y + off * Math.sin(way)];
  });
  return {
    loose: loose.map(({ arm, open }) => ({ arm, open })),
    weight,
    dips: top.dips(missed, weight, loose).map((dip, i) => ({
      spot: spots[i]!.id,
      dip: dip + 0.01 * mm * gauss(),
      sd: 0.01 * mm,
    })),
  };
}
