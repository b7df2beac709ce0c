import type { SpeciesId } from '../wood/index.js';
import type { Path, Point } from './geometry.js';
import type { Outline } from './outline.js';

/** The plan of a body: one record for the map and for the plate model. Metres throughout. */
export interface BodyPlan {
  outline: Outline;
  /** depth of the sides */
  sides: Sides;
  holes: Hole[];
  bridge: Bridge;
  /** none on an archtop */
  plate: Rectangle | null;
  /** of the top */
  braces: Brace[];
  /** of the back; none on a carved one */
  backBraces: Brace[];
}

/** How deep the sides are at both ends of the body; straight between them. */
export interface Sides {
  tail: number;
  neck: number;
}

/** A round hole, or an f-hole as a slot of a width along a path. */
export type Hole =
  { kind: 'round'; centre: Point; radius: number } | { kind: 'f'; path: Path; width: number };

/** Across the centre line: from one distance from the tail to another, and to both sides. */
export interface Rectangle {
  from: number;
  to: number;
  halfWidth: number;
}

export interface Bridge extends Rectangle {
  /** distance of the saddle line from the tail */
  saddleAt: number;
}

export const BRACE_KINDS = [
  'X brace',
  'tone bar',
  'finger brace',
  'transverse brace',
  'ladder brace',
  'fan brace',
  'parallel bar',
  'back brace',
  'other',
] as const;
export type BraceKind = (typeof BRACE_KINDS)[number];

/** A brace on the inside of the top: its middle line, its section, and how its height falls towards its ends. */
export interface Brace {
  id: string;
  name: string;
  kind: BraceKind;
  path: Path;
  width: number;
  height: number;
  /** share of the length over which the height falls, at each end, and the part of it that is left there */
  taper: { start: number; end: number; left: number };
  wood: SpeciesId;
}

/** The height of a brace so far along it, m: full in the middle, falling straight to its ends. */
export function braceHeightAt(brace: Pick<Brace, 'height' | 'taper'>, share: number): number {
  const { start, end, left } = brace.taper;
  const fall = (part: number, over: number) =>
    over <= 0 || part >= over ? 1 : left + ((1 - left) * part) / over;
  const within = Math.min(1, Math.max(0, share));
  return brace.height * Math.min(fall(within, start), fall(1 - within, end));
}

/** The legs of a brace of the X, by the side that each lies on: it crosses over. */
export function legsOf({
  kind,
  path,
}: Pick<Brace, 'kind' | 'path'>): { lower: string; upper: string } | null {
  if (kind !== 'X brace' || path.length !== 3) return null;
  const sides = path[0]![0] < 0 ? ['bass', 'treble'] : ['treble', 'bass'];
  return { lower: `${sides[0]} lower leg of the X`, upper: `${sides[1]} upper leg of the X` };
}

/** Every brace of the body, those of the top first. */
export const allBraces = ({ braces, backBraces }: Pick<BodyPlan, 'braces' | 'backBraces'>): Brace[] => [
  ...braces,
  ...backBraces,
];

/** The four corners of what is square to the centre line, such as a bridge or its plate, m. */
export const cornersOf = ({ from, to, halfWidth }: Rectangle): Path => [
  [-halfWidth, from],
  [halfWidth, from],
  [halfWidth, to],
  [-halfWidth, to],
];

/** The plan with every brace of the same id put in place of the former. */
export function withBrace(plan: BodyPlan, brace: Brace): BodyPlan {
  const replaced = (list: Brace[]) => list.map((one) => (one.id === brace.id ? brace : one));
  return { ...plan, braces: replaced(plan.braces), backBraces: replaced(plan.backBraces) };
}

/** The plan without the brace of this id. */
export function withoutBrace(plan: BodyPlan, id: string): BodyPlan {
  const others = (list: Brace[]) => list.filter((one) => one.id !== id);
  return { ...plan, braces: others(plan.braces), backBraces: others(plan.backBraces) };
}
