import { usualSides, type Hole, type Path, type BodyPlan } from '@upright-elder/core/body-plan';
import type { BodyPlanInput, Sighting } from '../map.js';

/** A sighting of which nothing is said yet but its day and place. */

export const NOTHING_SEEN: Omit<Sighting, 'date' | 'path'> = {
  examinationId: null,
  from: null,
  to: null,
  ruler: null,
  width: null,
  depth: null,
  letIn: null,
  through: null,
  state: 'not tried',
  cleated: false,
  note: '',
};

const points = (path: Path) => path.map(([x, y]): [number, number] => [x, y]);

/** A plan as core takes it. */

export function bodyPlanOf(drawn: Omit<BodyPlanInput, 'version' | 'by'>): BodyPlan {
  const { outline, holes, bridge, plate, braces, backBraces, sides } = drawn;
  return {
    outline,
    bridge,
    plate: plate ?? null,
    braces,
    backBraces: backBraces ?? [],
    sides: sides ?? usualSides(outline.shape),
    holes: holes.map(({ kind, path, size }): Hole =>
      kind === 'round' ? { kind, centre: path[0] ?? [NaN, NaN], radius: size } : { kind, path, width: size },
    ),
  };
}

/** A plan as it travels. */

export function bodyPlanInputOf(plan: BodyPlan, version: number, by: string): BodyPlanInput {
  return {
    version,
    by,
    outline: plan.outline,
    bridge: plan.bridge,
    plate: plan.plate,
    sides: plan.sides,
    braces: plan.braces.map((brace) => ({ ...brace, path: points(brace.path) })),
    backBraces: plan.backBraces.map((brace) => ({ ...brace, path: points(brace.path) })),
    holes: plan.holes.map((hole) =>
      hole.kind === 'round'
        ? { kind: hole.kind, path: points([hole.centre]), size: hole.radius }
        : { kind: hole.kind, path: points(hole.path), size: hole.width },
    ),
  };
}
