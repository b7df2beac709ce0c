import { distance, pathLength, type Path, type Point } from './geometry.js';
import { braceHeightAt, type Brace } from './plan.js';

/** Where on the instrument a mark is made; each face has its own drawing. */
export const FACES = ['top', 'top inside', 'back', 'bass side', 'treble side', 'neck'] as const;
export type Face = (typeof FACES)[number];

/** What a mark is of. */
export const MARK_KINDS = [
  'crack',
  'separation',
  'bridge gap',
  'patch',
  'old repair',
  'loose spot',
  'worn pin hole',
] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** How a mark was found. */
export const MARK_STATES = ['not tried', 'moving', 'quiet', 'closed', 'repaired'] as const;
export type MarkState = (typeof MARK_STATES)[number];

/** A stretch of a brace that has come loose: from one distance along it to another, m. */
export interface Stretch {
  from: number;
  to: number;
}

/** Standard error with which an end is marked and a length along a path is read by rule, m. Common practice. */
export const MARKED_END_SD = 0.0007;

/** Length of a crack along its path and its error: both ends marked by hand. */
export function crackLength(path: Path): { value: number; sd: number } {
  return { value: pathLength(path), sd: Math.SQRT2 * MARKED_END_SD };
}

/** Growth of a length between two examinations, and whether it is more than the marking can miss. */
export function growthOf(
  earlier: { value: number; sd: number; day: number },
  later: { value: number; sd: number; day: number },
): { by: number; sd: number; perYear: number | null; real: boolean } {
  const by = later.value - earlier.value;
  const sd = Math.hypot(earlier.sd, later.sd);
  const years = (later.day - earlier.day) / 365.2425;
  return { by, sd, perYear: years > 0 ? by / years : null, real: Math.abs(by) > 1.96 * sd };
}

/** A place that lets go more often than others, to be looked at first. */
export interface LookFirst {
  at: Point;
  why: string;
}

/**
 * Where to look first: the ends of back braces let go most often, then the ends of the X, then every other end; low
 * ends before high ones. Common practice.
 */
export function lookFirst(braces: readonly Brace[]): LookFirst[] {
  const ends = braces.flatMap((brace) => [
    { brace, at: brace.path[0]!, height: braceHeightAt(brace, 0) },
    { brace, at: brace.path.at(-1)!, height: braceHeightAt(brace, 1) },
  ]);
  const rank = (kind: Brace['kind']) => (kind === 'back brace' ? 0 : kind === 'X brace' ? 1 : 2);
  // heights are metres, far below one step of rank
  const weight = ({ brace, height }: (typeof ends)[number]) => rank(brace.kind) + height;
  return ends
    .sort((a, b) => weight(a) - weight(b))
    .map(({ brace, at }) => ({ at, why: `end of the ${brace.name}${LET_GO[brace.kind] ?? ''}` }));
}

const LET_GO: Partial<Record<Brace['kind'], string>> = {
  'back brace': ': the ends of back braces let go most often',
  'X brace': ': the ends of the X let go often',
};

/** Kinds that cover a place rather than follow a line: three points or more go round them. */
const COVERING: readonly MarkKind[] = ['patch', 'old repair', 'loose spot'];

/** True where the points of a mark go round a place. */
export const goesRound = (kind: MarkKind, path: Path): boolean => COVERING.includes(kind) && path.length > 2;

/** How many points a mark needs at least: what runs from one end to another has two. */
export const fewestPoints = (kind: MarkKind): number => (kind === 'crack' || kind === 'bridge gap' ? 2 : 1);

/** A path lengthened to a point: from whichever end is nearer, so that a crack grows where it grew. */
export function lengthened(path: Path, to: Point): Point[] {
  const [first, last] = [path[0], path.at(-1)];
  return first && last && path.length > 1 && distance(to, first) < distance(to, last)
    ? [to, ...path]
    : [...path, to];
}

/** What still counts of what was seen: all that was not struck. */
export const standing = <S extends { struck?: boolean }>(seen: readonly S[]): S[] =>
  seen.filter(({ struck }) => !struck);
