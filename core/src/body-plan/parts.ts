import { outlineFaults } from './check.js';
import { nearestOn, rimFrom, type Point } from './geometry.js';
import { halfWidthOf, outlinePolygon, WIDTH_STATIONS, type MeasuredWidth, type Outline } from './outline.js';
import { allBraces, withBrace, type Brace, type Hole, type BodyPlan, type Rectangle } from './plan.js';

/** A part of the plan that is corrected on its own: `outline`, `sides`, `bridge`, `plate`, `hole 1` …, or a brace’s id. */
export type PartId = string;

/** A number of a part, and the plan with another in its place. Lengths in m, shares from 0 to 1. */
export interface PartNumber {
  id: string;
  name: string;
  kind: 'length' | 'share';
  value: number;
  set: (value: number) => BodyPlan;
}

/** A point of a part that a hand may draw elsewhere, and the plan once it was. */
export interface PartHandle {
  id: string;
  at: Point;
  set: (to: Point) => BodyPlan;
}

/** A brace's end is at the rim within so far, m. */
const AT_RIM = 0.006;

/** The parts of a plan that are no braces, by their names. */
export function partsOf(plan: BodyPlan): { id: PartId; name: string }[] {
  return [
    { id: 'outline', name: 'outline' },
    { id: 'sides', name: 'sides' },
    { id: 'bridge', name: 'bridge' },
    ...(plan.plate ? [{ id: 'plate', name: 'bridge plate' }] : []),
    ...plan.holes.map((_, i) => ({ id: `hole ${i + 1}`, name: holeName(plan.holes, i) })),
  ];
}

const holeName = (holes: readonly Hole[], i: number): string =>
  holes[i]!.kind === 'round' ? 'sound hole' : holes.length > 1 ? `f-hole ${i + 1}` : 'f-hole';

const length = (id: string, name: string, value: number, set: (value: number) => BodyPlan): PartNumber => ({
  id,
  name,
  kind: 'length',
  value,
  set,
});

/** Every number of a part; none for a part that the plan does not have. */
export function numbersOf(plan: BodyPlan, part: PartId): PartNumber[] {
  const { outline, sides, bridge, plate } = plan;
  if (part === 'outline')
    return [
      length('length', 'Body length', outline.length, (to) => withOutline(plan, ofLength(outline, to))),
      ...stationsOf(outline).map(({ at, width }, i) =>
        length(`width ${i}`, `Width ${WIDTH_STATIONS[i]!.name}`, width, (to) =>
          withOutline(plan, withWidth(outline, at, to)),
        ),
      ),
    ];
  if (part === 'sides')
    return (['tail', 'neck'] as const).map((end) =>
      length(end, `Depth at the ${end}`, sides[end], (to) => ({ ...plan, sides: { ...sides, [end]: to } })),
    );
  if (part === 'bridge')
    return [
      ...rectangleNumbers(bridge, (to) => ({ ...plan, bridge: { ...bridge, ...to } })),
      length('saddleAt', 'Saddle line from the tail', bridge.saddleAt, (to) => ({
        ...plan,
        bridge: { ...bridge, saddleAt: to },
      })),
    ];
  if (part === 'plate')
    return plate ? rectangleNumbers(plate, (to) => ({ ...plan, plate: { ...plate, ...to } })) : [];
  const hole = holeOf(plan, part);
  if (hole) return holeNumbers(hole.hole, hole.set);
  const brace = allBraces(plan).find(({ id }) => id === part);
  return brace ? braceNumbers(brace, (to) => withBrace(plan, to)) : [];
}

/** Every point of a part that may be drawn elsewhere; none for a part that the plan does not have. */
export function handlesOf(plan: BodyPlan, part: PartId): PartHandle[] {
  const { outline, bridge, plate } = plan;
  if (part === 'outline')
    return [
      ...stationsOf(outline).flatMap(({ at, width }, i) =>
        [1, -1].map((side): PartHandle => ({
          id: `width ${i} ${side}`,
          at: [(side * width) / 2, at],
          // a body is drawn alike on both sides: either edge sets the whole width
          set: ([x]) => withOutline(plan, withWidth(outline, at, Math.max(0, 2 * side * x))),
        })),
      ),
      { id: 'length', at: [0, outline.length], set: ([, y]) => withOutline(plan, ofLength(outline, y)) },
    ];
  if (part === 'bridge')
    return [
      ...rectangleHandles(bridge, (to) => ({ ...plan, bridge: { ...bridge, ...to } })),
      {
        id: 'saddleAt',
        at: [0, bridge.saddleAt],
        set: ([, y]) => ({ ...plan, bridge: { ...bridge, saddleAt: y } }),
      },
    ];
  if (part === 'plate')
    return plate ? rectangleHandles(plate, (to) => ({ ...plan, plate: { ...plate, ...to } })) : [];
  const hole = holeOf(plan, part);
  if (hole) return holeHandles(hole.hole, hole.set);
  const brace = allBraces(plan).find(({ id }) => id === part);
  return (brace?.path ?? []).map((at, i) => ({
    id: `corner ${i}`,
    at,
    set: (to) => withBrace(plan, { ...brace!, path: brace!.path.map((one, k) => (k === i ? to : one)) }),
  }));
}

/**
 * The plan with another outline. What reached the rim reaches the new one, along its own line; everything else stays
 * where it was measured.
 */
function withOutline(plan: BodyPlan, outline: Outline): BodyPlan {
  if (outlineFaults(outline).length > 0) return { ...plan, outline };
  const [before, after] = [outlinePolygon(plan.outline), outlinePolygon(outline)];
  const edge = [...before, before[0]!];
  const carried = (brace: Brace): Brace => {
    const end = (at: Point, next: Point): Point => {
      if (nearestOn(at, edge).off > AT_RIM) return at;
      const middle: Point = [(at[0] + next[0]) / 2, (at[1] + next[1]) / 2];
      return rimFrom(middle, [at[0] - middle[0], at[1] - middle[1]], after) ?? at;
    };
    const { path } = brace;
    const last = path.length - 1;
    return {
      ...brace,
      path: path.map((point, i) =>
        i === 0 ? end(point, path[1]!) : i === last ? end(point, path[last - 1]!) : point,
      ),
    };
  };
  return {
    ...plan,
    outline,
    braces: plan.braces.map(carried),
    backBraces: plan.backBraces.map(carried),
  };
}

/** The width at each of the six places: as measured there, otherwise as drawn. */
function stationsOf(outline: Outline): MeasuredWidth[] {
  const half = halfWidthOf(outline);
  return WIDTH_STATIONS.map(({ at }) => {
    const place = at * outline.length;
    const measured = outline.widths.find((one) => Math.abs(one.at - place) < 0.005);
    return measured ?? { at: place, width: 2 * half(place) };
  });
}

/** The outline with one of its six widths changed; the other five stay as they are drawn. */
function withWidth(outline: Outline, at: number, width: number): Outline {
  const stations = stationsOf(outline).map((one) => (one.at === at ? { at, width } : one));
  const elsewhere = outline.widths.filter((one) =>
    stations.every((two) => Math.abs(one.at - two.at) >= 0.01),
  );
  return { ...outline, widths: [...elsewhere, ...stations].sort((a, b) => a.at - b.at) };
}

/** The outline longer or shorter: its widths stay at their part of the length. */
function ofLength(outline: Outline, to: number): Outline {
  return {
    ...outline,
    length: to,
    widths: outline.widths.map(({ at, width }) => ({ at: (at * to) / outline.length, width })),
  };
}

function rectangleNumbers(
  { from, to, halfWidth }: Rectangle,
  set: (part: Partial<Rectangle>) => BodyPlan,
): PartNumber[] {
  return [
    length('from', 'Back edge from the tail', from, (value) => set({ from: value })),
    length('to', 'Front edge from the tail', to, (value) => set({ to: value })),
    length('width', 'Width across', 2 * halfWidth, (value) => set({ halfWidth: value / 2 })),
  ];
}

function rectangleHandles(
  { from, to, halfWidth }: Rectangle,
  set: (part: Partial<Rectangle>) => BodyPlan,
): PartHandle[] {
  return [
    { id: 'back corner', at: [halfWidth, from], set: ([x, y]) => set({ halfWidth: x, from: y }) },
    { id: 'front corner', at: [halfWidth, to], set: ([x, y]) => set({ halfWidth: x, to: y }) },
  ];
}

function holeOf(plan: BodyPlan, part: PartId): { hole: Hole; set: (hole: Hole) => BodyPlan } | null {
  const i = plan.holes.findIndex((_, k) => part === `hole ${k + 1}`);
  return i < 0
    ? null
    : {
        hole: plan.holes[i]!,
        set: (hole) => ({ ...plan, holes: plan.holes.map((one, k) => (k === i ? hole : one)) }),
      };
}

function holeNumbers(hole: Hole, set: (hole: Hole) => BodyPlan): PartNumber[] {
  if (hole.kind === 'f')
    return [length('width', 'Width of the slot', hole.width, (width) => set({ ...hole, width }))];
  const { centre, radius } = hole;
  return [
    length('across', 'Its middle, across', centre[0], (x) => set({ ...hole, centre: [x, centre[1]] })),
    length('along', 'Its middle, from the tail', centre[1], (y) => set({ ...hole, centre: [centre[0], y] })),
    length('diameter', 'Diameter', 2 * radius, (value) => set({ ...hole, radius: value / 2 })),
  ];
}

function holeHandles(hole: Hole, set: (hole: Hole) => BodyPlan): PartHandle[] {
  if (hole.kind === 'f')
    return hole.path.map((at, i) => ({
      id: `corner ${i}`,
      at,
      set: (to) => set({ ...hole, path: hole.path.map((one, k) => (k === i ? to : one)) }),
    }));
  const { centre, radius } = hole;
  return [
    { id: 'centre', at: centre, set: (to) => set({ ...hole, centre: to }) },
    {
      id: 'edge',
      at: [centre[0] + radius, centre[1]],
      set: (to) => set({ ...hole, radius: Math.hypot(to[0] - centre[0], to[1] - centre[1]) }),
    },
  ];
}

function braceNumbers(brace: Brace, set: (brace: Brace) => BodyPlan): PartNumber[] {
  const { path, taper } = brace;
  const corner = (i: number, axis: 0 | 1) => (value: number) =>
    set({
      ...brace,
      path: path.map((point, k): Point =>
        k !== i ? point : axis === 0 ? [value, point[1]] : [point[0], value],
      ),
    });
  const share = (id: keyof Brace['taper'], name: string): PartNumber => ({
    id: `taper ${id}`,
    name,
    kind: 'share',
    value: taper[id],
    set: (value) => set({ ...brace, taper: { ...taper, [id]: value } }),
  });
  const cornerName = (i: number) =>
    i === 0 ? 'First end' : i === path.length - 1 ? 'Last end' : path.length === 3 ? 'Corner' : `Corner ${i}`;
  return [
    length('width', 'Width of the brace', brace.width, (width) => set({ ...brace, width })),
    length('height', 'Height of the brace', brace.height, (height) => set({ ...brace, height })),
    ...path.flatMap((point, i) => [
      length(`across ${i}`, `${cornerName(i)}, across`, point[0], corner(i, 0)),
      length(`along ${i}`, `${cornerName(i)}, along`, point[1], corner(i, 1)),
    ]),
    share('start', 'Tapers over its first'),
    share('end', 'Tapers over its last'),
    share('left', 'Height at its ends'),
  ];
}
