import {
  planOf,
  type Mark,
  type MarkInput,
  type MarkState,
  type Sighting,
  type StoredPlan,
} from '@upright-elder/contract';
import { parseLength, pathLength, printLength, type Plan } from '@upright-elder/core';

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

/** Seen again on a day as it was last, but for its state. */
export const seenAgain = (mark: DrawnMark, day: string, state: MarkState): DrawnMark =>
  withSighting(mark, { ...mark.sightings.at(-1)!, date: day, state, note: '' });

/** How long a mark is: along its path, or its stretch of a brace, m. */
export function extentOfSighting({ path, from, to }: Sighting): number {
  return from != null && to != null ? to - from : pathLength(path);
}

export const sayExtent = (sighting: Sighting): string => printLength(extentOfSighting(sighting), 'mm', 0);

/** What a mark is called, by its own name or by what it is. */
export const nameOf = ({ name, kind, brace }: DrawnMark): string =>
  name || (brace ? `${kind}, ${brace}` : kind);

/** A length as typed, m; null where it is empty or cannot be read. */
export function metresOf(text: string): number | null {
  const result = parseLength(text, 'mm');
  return result.ok ? result.value : null;
}
