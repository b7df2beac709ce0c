import type { Mark, MarkInput, Sighting, StoredBodyPlan } from '@upright-elder/contract';
import { bodyPlanOf } from '@upright-elder/contract/lists';
import { pathLength, standing, type BodyPlan, type MarkState } from '@upright-elder/core/body-plan';
import { parseLength, type LengthUnit } from '@upright-elder/core/units';
import { sayMarkExtent } from '@upright-elder/core/wording';
import { dequal } from 'dequal';

export type DrawnMark = Omit<MarkInput, 'by' | 'instrumentId'> & {
  /** what was seen and taken back; `sightings` are those that stand */
  taken?: Sighting[];
};

/** A stored mark as it is drawn: what was taken back stands apart. */
export function drawnOf({
  version,
  face,
  kind,
  brace,
  name,
  sightings,
}: Pick<Mark, 'version' | 'face' | 'kind' | 'brace' | 'name' | 'sightings'>): DrawnMark {
  const taken = sightings.filter(({ struck }) => struck);
  return {
    version,
    face,
    kind,
    brace,
    name,
    sightings: standing(sightings),
    ...(taken.length > 0 ? { taken } : {}),
  };
}

/** A drawn mark as it is sent. */
export function sentMark({ taken = [], ...mark }: DrawnMark): Omit<MarkInput, 'by' | 'instrumentId'> {
  return { ...mark, sightings: [...mark.sightings, ...taken] };
}

/** The map as it is worked on: the plan, and every mark under its id. */
export interface MapDocument {
  plan: BodyPlan;
  planVersion: number;
  marks: Record<string, DrawnMark>;
}

export function documentOf(plan: StoredBodyPlan, marks: readonly Mark[]): MapDocument {
  return {
    plan: bodyPlanOf(plan),
    planVersion: plan.version,
    marks: Object.fromEntries(marks.map((mark) => [mark.id, drawnOf(mark)])),
  };
}

/** What of the document is not saved yet: the plan, marks drawn or changed, and saved ones that are struck out. */
export function unsaved(
  saved: MapDocument,
  now: MapDocument,
): { plan: boolean; marks: string[]; struck: string[] } {
  return {
    plan: saved.plan !== now.plan,
    marks: Object.keys(now.marks).filter((id) => now.marks[id] !== saved.marks[id]),
    struck: Object.keys(saved.marks).filter((id) => !(id in now.marks)),
  };
}

const samePlan = (a: MapDocument, b: MapDocument) => a.plan === b.plan || dequal(a.plan, b.plan);

/** The same but for the version it was begun on, and for why it was changed. */
function sameMark(a: DrawnMark | undefined, b: DrawnMark | undefined): boolean {
  const bare = (mark: DrawnMark | undefined) => mark && { ...mark, version: 0, why: null };
  return a === b || dequal(bare(a), bare(b));
}

/**
 * A state of the document on a newer saved one: whatever was not touched is as it is saved now; whatever was touched
 * stays, under the version it was begun on, so that a save of it is still refused where somebody else saved it. What
 * this hand has just saved takes its new version in every state, so that undo goes back beyond a save.
 *
 * @param from what was saved when the state was drawn
 * @param sent what this hand sent last
 */
export function rebased(
  state: MapDocument,
  from: MapDocument,
  sent: MapDocument,
  saved: MapDocument,
): MapDocument {
  const marks = { ...saved.marks };
  for (const [id, mark] of Object.entries(state.marks)) {
    if (sameMark(mark, from.marks[id]) && id in saved.marks) continue;
    marks[id] = markOn(mark, from.marks[id], sent.marks[id], saved.marks[id]);
  }
  for (const id of Object.keys(saved.marks))
    // struck out, or not drawn yet in this state
    if (!(id in state.marks) && (id in from.marks || id in sent.marks)) delete marks[id];
  if (samePlan(state, from)) return { plan: saved.plan, planVersion: saved.planVersion, marks };
  const ours = samePlan(sent, saved);
  return {
    plan: samePlan(state, saved) ? saved.plan : state.plan,
    planVersion: ours ? saved.planVersion : state.planVersion,
    marks,
  };
}

function markOn(
  mark: DrawnMark,
  from: DrawnMark | undefined,
  sent: DrawnMark | undefined,
  saved: DrawnMark | undefined,
): DrawnMark {
  if (saved && sameMark(saved, sent))
    return sameMark(mark, saved) ? saved : { ...mark, version: saved.version, why: null };
  // struck out by this hand: the stored row has counted that
  if (!saved && !sent && from) return { ...mark, version: from.version + 1 };
  return mark;
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

/** A sighting moved to another day; null where that day has one already. */
export function movedTo(mark: DrawnMark, from: string, to: string): DrawnMark | null {
  const moved = mark.sightings.find(({ date }) => date === from);
  if (!moved || mark.sightings.some(({ date }) => date === to)) return null;
  const others = mark.sightings.filter(({ date }) => date !== from);
  return withSighting({ ...mark, sightings: others }, { ...moved, date: to });
}

/** What a day saw, taken back with a reason; the last one that stands stays. */
export function withoutSighting(mark: DrawnMark, day: string, why: string): DrawnMark {
  const struck = mark.sightings.find(({ date }) => date === day);
  if (!struck || mark.sightings.length < 2) return mark;
  return {
    ...mark,
    why,
    sightings: mark.sightings.filter(({ date }) => date !== day),
    taken: [...(mark.taken ?? []), { ...struck, struck: true }],
  };
}

/** Brought back; null where that day has another sighting meanwhile. */
export function withSightingBack(mark: DrawnMark, sighting: Sighting): DrawnMark | null {
  if (mark.sightings.some(({ date }) => date === sighting.date)) return null;
  const { struck: _struck, ...back } = sighting;
  const taken = (mark.taken ?? []).filter((one) => one !== sighting);
  const { taken: _taken, ...rest } = mark;
  return withSighting({ ...rest, ...(taken.length > 0 ? { taken } : {}), why: 'brought back' }, back);
}

/** Seen again on a day as it was last, but for its state. */
export const seenAgain = (mark: DrawnMark, day: string, state: MarkState): DrawnMark =>
  withSighting(mark, { ...mark.sightings.at(-1)!, date: day, state, note: '' });

/** How long a mark is: along its path, or its stretch of a brace, m. */
export function extentOfSighting({ path, from, to }: Sighting): number {
  return from != null && to != null ? to - from : pathLength(path);
}

/** How far a mark goes, in words. */
export const sayExtent = ({ kind }: Pick<DrawnMark, 'kind'>, sighting: Sighting, unit: LengthUnit): string =>
  sayMarkExtent(kind, sighting.path, extentOfSighting(sighting), unit);

/** Words in a row, the empty ones left out. */
export const inARow = (...words: (string | null | undefined)[]): string => words.filter(Boolean).join(', ');

/** A length as typed, m; null where it is empty or cannot be read. */
export function metresOf(text: string): number | null {
  const result = parseLength(text, 'mm');
  return result.ok ? result.value : null;
}
