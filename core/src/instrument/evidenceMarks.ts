import { mm } from '../units/index.js';
import { calibrate, CRACK_BELIEF } from '../forecast/index.js';
import { dayOf } from '../days/index.js';
import type { LoadPart, MarkItem } from '../diagnosis/index.js';
import {
  cornersOf,
  crackLength,
  distance,
  growthOf,
  isInside,
  nearestOn,
  pathLength,
  stretchOf,
  type Path,
  type BodyPlan,
  type Point,
  type Rectangle,
} from '../body-plan/index.js';
import { fretPosition } from '../stance/index.js';
import type { InstrumentFacts, InstrumentRecord, MarkFacts } from './facts.js';
import type { InstrumentFit } from './fit.js';
import { crackWidths, findingOf } from './series.js';
import type { WoodSource } from './wood.js';

/** A crack that comes so near to a part lies at it, m. House figure. */
const AT = 8 * mm;
/** A loose stretch that ends so near the plate or the bridge is loose at the bridge, m. By trial of the plate model. */
const AT_BRIDGE = 20 * mm;
/** How far the blocks reach into the body, and to either side of its middle, m. By the generic top. */
const BLOCK = { deep: 55 * mm, half: 45 * mm };
/** The fingerboard's extension lies within so much of the middle, m. House figure. */
const BOARD_HALF = 55 * mm;

/** A mark of the map as a judgement asks of it. */
export function markItem(
  mark: MarkFacts,
  { instrument, plan, ...record }: InstrumentRecord,
  fit: Pick<InstrumentFit, 'restraint' | 'air'>,
  source: WoodSource,
): MarkItem | null {
  const last = mark.sightings.at(-1);
  if (!last) return null;
  const { kind, face } = mark;
  const crack = kind === 'crack';
  const top = face === 'top' || face === 'top inside';
  const lengthOf = (one: MarkFacts['sightings'][number]) =>
    one.stretch
      ? one.stretch.to - one.stretch.from
      : one.path.length > 1
        ? (one.ruled ?? pathLength(one.path))
        : null;
  const beside = crack && top && plan !== null && isBesideBoard(last.path, plan);
  const open = (state: MarkItem['state']) => state === 'moving' || state === 'not tried';
  return {
    id: mark.id,
    kind,
    name: nameOf(mark, plan),
    state: last.state,
    date: last.date,
    face: top ? 'top' : face === 'back' ? 'back' : face === 'neck' ? 'neck' : 'side',
    opens:
      crack &&
      mark.sightings.some(({ state }) => state === 'closed') &&
      mark.sightings.some(({ state }) => open(state)),
    across: crack && (top || face === 'back') && runsAcross(last.path),
    length: lengthOf(last),
    width: last.width,
    depth: last.depth,
    grew: crack ? grownSince(mark, lengthOf) : null,
    load: crack && !beside ? loadAt(face, last.path, plan, instrument) : null,
    besideBoard: beside,
    brace: braceOf(mark, plan),
    closing: crack ? closingOf(mark, { instrument, plan, ...record }, fit, source) : null,
  };
}

/** As a luthier says it: the name it was given, else what it is and where. */
function nameOf({ kind, face, name, brace, sightings }: MarkFacts, plan: BodyPlan | null): string {
  const of = plan && [...plan.braces, ...plan.backBraces].find(({ id }) => id === brace);
  if (kind === 'separation' && of) {
    // `X brace, treble leg` is the treble leg of the X brace
    const [part, leg] = of.name.split(', ');
    if (leg) return `the ${leg} of the ${part!}`;
    // one of several goes by its number
    return /\d/u.test(of.name) ? of.name : `the ${of.name}`;
  }
  if (name.trim()) return kind === 'crack' ? `the crack “${name.trim()}”` : `“${name.trim()}”`;
  const [x] = sightings.at(-1)!.path[0] ?? [0, 0];
  const side =
    face === 'top' || face === 'top inside' || face === 'back'
      ? x < 0
        ? ', bass side'
        : ', treble side'
      : '';
  return `the ${kind} on the ${face}${side}`;
}

/** Across the grain rather than along it: its ends lie farther apart across than along. */
function runsAcross(path: Path): boolean {
  const [first, last] = [path[0], path.at(-1)];
  if (!first || !last || path.length < 2) return false;
  return Math.abs(last[0] - first[0]) > Math.abs(last[1] - first[1]);
}

/** Longer than it ever was before by more than the marking can miss: what only opens and closes with the season is not. */
function grownSince(
  { sightings }: MarkFacts,
  lengthOf: (one: MarkFacts['sightings'][number]) => number | null,
): MarkItem['grew'] {
  const read = sightings.flatMap((one) => {
    const value = lengthOf(one);
    return value === null
      ? []
      : [{ value, sd: crackLength(one.path).sd, date: one.date, day: dayOf(one.date) }];
  });
  const last = read.at(-1);
  const before = read.slice(0, -1).filter(({ day }) => day < (last?.day ?? 0));
  if (!last || before.length === 0) return null;
  const longest = before.reduce((a, b) => (b.value > a.value ? b : a));
  const { by, sd, real } = growthOf(longest, last);
  return real && by > 0 ? { by, sd, since: longest.date } : null;
}

/** What carries load and lies in the way of a crack. */
function loadAt(
  face: MarkFacts['face'],
  path: Path,
  plan: BodyPlan | null,
  { scale, bodyJoin }: Pick<InstrumentFacts, 'scale' | 'bodyJoin'>,
): LoadPart | null {
  if (path.length === 0) return null;
  if (face === 'neck') {
    // along the neck from the body; what lies beyond the nut is the head
    const along = path.map(([, y]) => y);
    if (Math.max(...along) > fretPosition(scale, bodyJoin) - 0.02) return 'headstock';
    return Math.min(...along) < 0.05 ? 'heel' : null;
  }
  // along the rim from the middle of the tail
  if (face === 'bass side' || face === 'treble side')
    return path.some(([, y]) => y < BLOCK.half) ? 'block' : null;
  if ((face !== 'top' && face !== 'top inside') || !plan) return null;
  const near = (box: Rectangle | null, off = AT) => box !== null && comesNear(path, box, off);
  if (near(plan.bridge)) return 'bridge';
  if (near(plan.plate)) return 'plate';
  const { length } = plan.outline;
  const tail: Rectangle = { from: 0, to: BLOCK.deep / 2.5, halfWidth: BLOCK.half };
  const neck: Rectangle = { from: length - BLOCK.deep, to: length, halfWidth: BLOCK.half };
  if (near(tail, 0) || near(neck, 0)) return 'block';
  const crossed = plan.braces.some(
    ({ kind, path: brace }) =>
      kind === 'X brace' &&
      alongOf(path).some((point) => distance(nearestOn(point, brace).point, point) < AT),
  );
  return crossed ? 'X brace' : null;
}

function isBesideBoard(path: Path, { holes, outline }: BodyPlan): boolean {
  const edge = Math.max(
    ...holes.map((hole) => (hole.kind === 'round' ? hole.centre[1] + hole.radius : 0)),
    0.6 * outline.length,
  );
  return path.every(([x, y]) => y > edge - 0.03 && Math.abs(x) < BOARD_HALF);
}

function braceOf({ kind, brace, sightings }: MarkFacts, plan: BodyPlan | null): MarkItem['brace'] {
  if (kind !== 'separation') return null;
  const of = plan && [...plan.braces, ...plan.backBraces].find(({ id }) => id === brace);
  if (!of) return { kind: 'other', atBridge: false };
  const stretch = sightings.at(-1)!.stretch;
  const loose: Path = stretch ? stretchOf(of.path, stretch.from, stretch.to) : [];
  const zone = [plan.bridge, ...(plan.plate ? [plan.plate] : [])];
  return {
    kind: of.kind,
    atBridge: of.kind === 'X brace' && zone.some((box) => comesNear(loose, box, AT_BRIDGE)),
  };
}

/** Points along a path, close enough together that nothing lies between them. */
function alongOf(path: Path): Point[] {
  const length = pathLength(path);
  if (path.length < 2 || length === 0) return [...path];
  const many = Math.max(1, Math.ceil(length / (4 * mm)));
  return Array.from({ length: many + 1 }, (_, i) => {
    const end = (i / many) * length;
    return stretchOf(path, Math.max(0, end - 1e-9), end).at(-1)!;
  });
}

function comesNear(path: Path, box: Rectangle, off: number): boolean {
  const wider = cornersOf({ from: box.from - off, to: box.to + off, halfWidth: box.halfWidth + off });
  return alongOf(path).some((point) => isInside(point, wider));
}

/** The moistures between which it closes in four of five, by its widths; null where none was read. */
function closingOf(
  mark: MarkFacts,
  record: InstrumentRecord,
  fit: Pick<InstrumentFit, 'restraint' | 'air'>,
  source: WoodSource,
): MarkItem['closing'] {
  const series = crackWidths(mark, record, source);
  if (!series) return null;
  const calibration = calibrate(series.visits, { climate: fit.air.climate, belief: CRACK_BELIEF.width });
  const found = findingOf(series, calibration, record, fit);
  if (found?.kind !== 'closing' || found.closed) return null;
  const [from, to] = found.at.band80;
  return { from, to };
}
