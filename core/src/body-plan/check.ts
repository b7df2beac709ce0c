import { parsed, refused, type Parsed, mm } from '../units/index.js';
import { crossesItself, isInside, nearestOn, pathLength, type Path } from './geometry.js';
import { BODY_SHAPES, halfWidthOf, outlinePolygon, type Outline } from './outline.js';
import {
  allBraces,
  cornersOf,
  type Brace,
  type Hole,
  type BodyPlan,
  type Rectangle,
  type Sides,
} from './plan.js';

/** What is wrong with a plan, in words that name the part and what would be accepted. */
export interface PlanFault {
  /** `outline`, `bridge`, `plate`, `hole 1`, or the name of a brace */
  part: string;
  reason: string;
  accepted: string;
}

/** A brace may stand so far over the outline: its end is let into the lining. */
const LET_IN = 6 * mm;
const MOST_BRACES = 60;
/** Nearer to its ends than this part of the length a body has no width to measure. */
const END = 0.02;

/**
 * Everything about a plan that cannot be, or that could not be drawn or computed. An empty list means that it can.
 * Limits are common practice, wide enough for any guitar.
 */
export function faultsOf(plan: BodyPlan): PlanFault[] {
  const outline = outlineFaults(plan.outline);
  if (outline.length > 0) return outline;
  const polygon = outlinePolygon(plan.outline);
  return [
    ...rectangleFaults('bridge', plan.bridge, polygon, [8, 80]),
    ...(plan.plate ? rectangleFaults('plate', plan.plate, polygon, [10, 120]) : []),
    ...sidesFaults(plan.sides),
    ...saddleFaults(plan),
    ...plan.holes.flatMap((hole, i) => holeFaults(`hole ${i + 1}`, hole, polygon)),
    ...[plan.braces, plan.backBraces].flatMap((braces, i) =>
      braces.length > MOST_BRACES
        ? [
            fault(
              'braces',
              `${braces.length} braces are more than a ${i === 0 ? 'top' : 'back'} has`,
              `${MOST_BRACES} at most`,
            ),
          ]
        : braces.flatMap((brace) => braceFaults(brace, polygon)),
    ),
    ...twiceFaults(allBraces(plan)),
  ];
}

const fault = (part: string, reason: string, accepted: string): PlanFault => ({ part, reason, accepted });
const say = (metres: number) => `${(metres / mm).toFixed(0)} mm`;
const finite = (...numbers: number[]) => numbers.every(Number.isFinite);

/** Body length from 200 to 700 mm; each width from 30 to 600 mm, inside the body, no two within 10 mm of each other. */
export function outlineFaults({ shape, length, widths }: Outline): PlanFault[] {
  if (!(shape in BODY_SHAPES))
    return [fault('outline', 'its shape is not known', Object.keys(BODY_SHAPES).join(', '))];
  if (!finite(length) || length < 0.2 || length > 0.7)
    return [fault('outline', `a body ${say(length)} long is no guitar’s`, 'a length from 200 to 700 mm')];
  const faults: PlanFault[] = [];
  const sorted = [...widths].sort((a, b) => a.at - b.at);
  sorted.forEach(({ at, width }, i) => {
    if (!finite(at, width) || at < END * length || at > (1 - END) * length)
      faults.push(
        fault(
          'outline',
          `a width is measured ${say(at)} from the tail, at its end or beyond the body`,
          `from ${say(END * length)} to ${say((1 - END) * length)}`,
        ),
      );
    else if (width < 0.03 || width > 0.6)
      faults.push(
        fault('outline', `a width of ${say(width)} at ${say(at)} from the tail`, 'a width from 30 to 600 mm'),
      );
    else if (i > 0 && at - sorted[i - 1]!.at < 10 * mm)
      faults.push(
        fault(
          'outline',
          `two widths are measured within 10 mm of each other, at ${say(at)}`,
          'one width a place',
        ),
      );
  });
  if (faults.length > 0) return faults;
  const half = halfWidthOf({ shape, length, widths });
  const preset = halfWidthOf({ shape, length, widths: [] });
  const odd = sorted.find(({ at }) => half(at) / preset(at) > 2 || half(at) / preset(at) < 0.5);
  return odd
    ? [
        fault(
          'outline',
          `${say(odd.width)} across at ${say(odd.at)} from the tail is far from ${BODY_SHAPES[shape].name}`,
          'another shape, or the full width instead of half of it',
        ),
      ]
    : [];
}

function rectangleFaults(
  part: string,
  rectangle: Rectangle,
  polygon: Path,
  deep: [number, number],
): PlanFault[] {
  const { from, to, halfWidth } = rectangle;
  if (!finite(from, to, halfWidth)) return [fault(part, 'a dimension is missing', 'numbers')];
  const depth = to - from;
  if (depth < deep[0] * mm || depth > deep[1] * mm)
    return [
      fault(part, `the ${part} is ${say(depth)} deep`, `from ${deep[0]} to ${deep[1]} mm along the body`),
    ];
  if (halfWidth < 20 * mm || halfWidth > 130 * mm)
    return [fault(part, `the ${part} is ${say(2 * halfWidth)} wide`, 'from 40 to 260 mm across')];
  return cornersOf(rectangle).every((corner) => isInside(corner, polygon))
    ? []
    : [fault(part, `the ${part} reaches over the edge of the body`, 'inside the outline')];
}

function sidesFaults({ tail, neck }: Sides): PlanFault[] {
  return [['tail', tail] as const, ['neck', neck] as const].flatMap(([end, depth]) =>
    finite(depth) && depth >= 0.03 && depth <= 0.16
      ? []
      : [fault('sides', `they are ${say(depth)} deep at the ${end}`, 'from 30 to 160 mm')],
  );
}

/** Marks find their brace by its id. */
function twiceFaults(braces: readonly Brace[]): PlanFault[] {
  const seen = new Set<string>();
  return braces.flatMap(({ id, name }) => {
    if (!seen.has(id)) {
      seen.add(id);
      return [];
    }
    return [fault(name, 'it is there twice', 'every brace once')];
  });
}

function saddleFaults({ bridge }: BodyPlan): PlanFault[] {
  const { from, to, saddleAt } = bridge;
  return finite(saddleAt) && saddleAt >= from && saddleAt <= to
    ? []
    : [
        fault(
          'bridge',
          'the saddle line does not lie on the bridge',
          `from ${say(from)} to ${say(to)} from the tail`,
        ),
      ];
}

function holeFaults(part: string, hole: Hole, polygon: Path): PlanFault[] {
  if (hole.kind === 'round') {
    const { centre, radius } = hole;
    if (!finite(...centre, radius) || radius < 15 * mm || radius > 70 * mm)
      return [fault(part, `a round hole of ${say(2 * radius)}`, 'from 30 to 140 mm across')];
    const inside = isInside(centre, polygon) && nearestOn(centre, [...polygon, polygon[0]!]).off > radius;
    return inside ? [] : [fault(part, 'the hole runs over the edge of the body', 'inside the outline')];
  }
  if (!finite(...hole.path.flat(), hole.width) || hole.path.length < 2)
    return [fault(part, 'an f-hole needs at least two points', 'a path of points')];
  if (hole.width < 2 * mm || hole.width > 30 * mm)
    return [fault(part, `an f-hole ${say(hole.width)} wide`, 'from 2 to 30 mm')];
  return hole.path.every((point) => isInside(point, polygon))
    ? []
    : [fault(part, 'the f-hole runs over the edge of the body', 'inside the outline')];
}

/** What of a brace cannot be. @param polygon the outline that it must lie in */
export function braceFaults({ name, path, width, height, taper }: Brace, polygon: Path): PlanFault[] {
  const part = name.trim() || 'a brace without a name';
  if (!finite(...path.flat(), width, height, taper.start, taper.end, taper.left) || path.length < 2)
    return [fault(part, 'a dimension or an end is missing', 'two ends or more, width and height')];
  const faults: PlanFault[] = [];
  if (width < 2 * mm || width > 40 * mm)
    faults.push(fault(part, `it is ${(width / mm).toFixed(1)} mm wide`, 'from 2 to 40 mm'));
  if (height < 1 * mm || height > 40 * mm)
    faults.push(fault(part, `it is ${(height / mm).toFixed(1)} mm high`, 'from 1 to 40 mm'));
  if (pathLength(path) < 15 * mm)
    faults.push(fault(part, `it is ${say(pathLength(path))} long`, 'at least 15 mm'));
  if (taper.start < 0 || taper.end < 0 || taper.start + taper.end > 1)
    faults.push(fault(part, 'its two tapers overlap', 'together at most its whole length'));
  if (taper.left < 0 || taper.left > 1)
    faults.push(
      fault(
        part,
        'its ends are higher than its middle, or below nothing',
        'a part of the height from 0 to 1',
      ),
    );
  if (crossesItself(path)) faults.push(fault(part, 'it crosses itself', 'a line that does not'));
  const edge = [...polygon, polygon[0]!];
  const outside = path.find((point) => !isInside(point, polygon) && nearestOn(point, edge).off > LET_IN);
  if (outside)
    faults.push(
      fault(
        part,
        `it reaches ${say(nearestOn(outside, edge).off)} over the edge of the body`,
        'inside the outline',
      ),
    );
  return faults;
}

/**
 * Whether the length along a crack and the one read with a ruler can be of the same crack: they may differ by the
 * larger of 3 mm and 5 %. House default.
 */
export function lengthsAgree(along: number, ruler: number): Parsed<number> {
  const allowed = Math.max(3 * mm, 0.05 * Math.max(along, ruler));
  if (Math.abs(along - ruler) <= allowed) return parsed(along);
  return refused(
    `along the path it is ${say(along)}, the ruler says ${say(ruler)}`,
    `the same within ${say(allowed)}: are its ends where they are marked?`,
  );
}
