import type { Mark, MarkInput, PlanInput, Sighting, StoredPlan } from '@upright-elder/contract';
import { parseLength, pathLength, printLength, type Hole, type Path, type Plan } from '@upright-elder/core';

export type DrawnMark = Omit<MarkInput, 'by' | 'instrumentId'>;

/** The map as it is worked on: the plan, and every mark under its id. */
export interface MapDocument {
  plan: Plan;
  planVersion: number;
  marks: Record<string, DrawnMark>;
}

export function documentOf(plan: StoredPlan, marks: readonly Mark[]): MapDocument {
  return {
    plan: planOf(plan),
    planVersion: plan.version,
    marks: Object.fromEntries(
      marks.map(({ id, version, face, kind, brace, name, sightings }) => [
        id,
        { version, face, kind, brace, name, sightings },
      ]),
    ),
  };
}

export function planOf({ outline, holes, bridge, plate, braces }: Omit<PlanInput, 'version' | 'by'>): Plan {
  return {
    outline,
    bridge,
    plate,
    braces,
    holes: holes.map(({ kind, path, size }): Hole =>
      kind === 'round' ? { kind, centre: path[0]!, radius: size } : { kind, path, width: size },
    ),
  };
}

const points = (path: Path) => path.map(([x, y]): [number, number] => [x, y]);

export function planInputOf(plan: Plan, version: number, by: string): PlanInput {
  return {
    version,
    by,
    outline: plan.outline,
    bridge: plan.bridge,
    plate: plan.plate,
    braces: plan.braces.map((brace) => ({ ...brace, path: points(brace.path) })),
    holes: plan.holes.map((hole) =>
      hole.kind === 'round'
        ? { kind: hole.kind, path: points([hole.centre]), size: hole.radius }
        : { kind: hole.kind, path: points(hole.path), size: hole.width },
    ),
  };
}

/** What of the document is not saved yet. */
export function unsaved(saved: MapDocument, now: MapDocument): { plan: boolean; marks: string[] } {
  return {
    plan: saved.plan !== now.plan,
    marks: Object.keys(now.marks).filter((id) => now.marks[id] !== saved.marks[id]),
  };
}

/** The mark as it was last seen up to a day; undefined while it was not seen yet. */
export const seenOn = (mark: DrawnMark, day: string): Sighting | undefined =>
  mark.sightings.filter(({ date }) => date <= day).at(-1);

/** Every day on which anything was seen, oldest first. */
export const daysSeen = (marks: Record<string, DrawnMark>): string[] =>
  [...new Set(Object.values(marks).flatMap(({ sightings }) => sightings.map(({ date }) => date)))].sort();

/** A sighting added, in the order of days; one of the same day takes the place of the former. */
export function withSighting(mark: DrawnMark, sighting: Sighting): DrawnMark {
  const others = mark.sightings.filter(({ date }) => date !== sighting.date);
  return { ...mark, sightings: [...others, sighting].sort((a, b) => a.date.localeCompare(b.date)) };
}

/** How long a mark is: along its path, or its stretch of a brace, m. */
export function extentOfSighting({ path, from, to }: Sighting): number {
  return from != null && to != null ? to - from : pathLength(path);
}

export const sayExtent = (sighting: Sighting): string => printLength(extentOfSighting(sighting), 'mm', 0);

/** A length as typed, m; null where it is empty or cannot be read. */
export function metresOf(text: string): number | null {
  const result = parseLength(text, 'mm');
  return result.ok ? result.value : null;
}
