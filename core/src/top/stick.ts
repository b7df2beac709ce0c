/** An element of a loose stick: its length, the height of its middle over the sheet's, and how far it climbs a metre. */
export interface StickElement {
  length: number;
  middle: number;
  incline: number;
}

/** How the ends of a loose stretch are held: by glue, in height alone by a lining, or not at all. */
export type StickEnd = 'glued' | 'let in' | 'free';

/** Inner forces along the modes of every element of a stick, four an element. */
export type StickForces = Float64Array;

export interface StickBasis {
  /** what stands in equilibrium with no load on the stick: what the glued or held ends hand on to one another */
  redundant: StickForces[];
  /** for each point that may touch, what a unit force down on the stick there calls up */
  contact: StickForces[];
}

/** Forces at a point of the stick: along it, up, about it down the stretch, and twisting it. */
type Nodal = readonly [along: number, up: number, turn: number, twist: number];
const NONE: Nodal = [0, 0, 0, 0];
const UNITS: readonly Nodal[] = [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
  [0, 0, 0, 1],
];
const UP = UNITS[1]!;

/** Modes of an element, in the order of `beamElement`: drawn, bent, swung, twisted. */
const MODES = 4;

/**
 * Every way in which the inner forces of a stick that has come loose can stand in equilibrium, by statics alone (the
 * force method; J. S. Przemieniecki, *Theory of Matrix Structural Analysis*, chapter 8): from a free end on, each
 * element carries what lies beyond it. Between two glued ends four forces are left over; a free end leaves none.
 *
 * A corner of its path is taken as straight.
 *
 * @param elements in their order along the brace
 * @returns null where no end is glued: such a stick carries nothing
 */
export function stickBasis(
  elements: readonly StickElement[],
  ends: readonly [StickEnd, StickEnd],
): StickBasis | null {
  const count = elements.length;
  const [first, last] = ends;
  if (first !== 'glued' && last !== 'glued') return null;
  // from the end that is not glued to the one that is; between two glued ones from the first
  const backwards = last !== 'glued';
  /** @param at the point between elements, 0 to count, that the load lies on */
  const carried = (at: number, load: Nodal): StickForces => {
    const forces = new Float64Array(MODES * count);
    const loadOn = (point: number) => (point === at ? load : NONE);
    let handed: Nodal = NONE;
    for (let step = 0; step < count; step++) {
      const i = backwards ? count - 1 - step : step;
      const element = elements[i]!;
      const on = loadOn(backwards ? i + 1 : i);
      const rest = on.map((one, d) => one - handed[d]!) as unknown as Nodal;
      const own = backwards ? fromEnd(element, rest) : fromStart(element, rest);
      forces.set(own, MODES * i);
      handed = backwards ? atStart(element, own) : atEnd(element, own);
    }
    return forces;
  };
  const start = backwards ? count : 0;
  const bridging = first === 'glued' && last === 'glued';
  const loose = backwards ? last : first;
  const redundant = bridging
    ? UNITS.map((unit) => carried(0, unit))
    : loose === 'let in'
      ? [carried(start, UP)]
      : [];
  const touching = Array.from({ length: count + 1 }, (_, point) => point).filter(
    (point) => !(point === 0 && first !== 'free') && !(point === count && last !== 'free'),
  );
  return { redundant, contact: touching.map((point) => carried(point, UP)) };
}

/** What an element's forces put on the point at its start. */
const atStart = (
  { length, middle, incline }: StickElement,
  [drawn, bent, swung, twisted]: readonly number[],
): Nodal => [
  -drawn!,
  -incline * drawn! - (2 / length) * swung!,
  -middle * drawn! - bent! + swung!,
  -twisted!,
];

/** … and at its end. */
const atEnd = (
  { length, middle, incline }: StickElement,
  [drawn, bent, swung, twisted]: readonly number[],
): Nodal => [drawn!, incline * drawn! + (2 / length) * swung!, middle * drawn! + bent! + swung!, twisted!];

/** The forces of an element that put so much on the point at its start. */
function fromStart({ length, middle, incline }: StickElement, [along, up, turn, twist]: Nodal): number[] {
  const drawn = -along;
  const swung = (-(up + incline * drawn) * length) / 2;
  return [drawn, swung - middle * drawn - turn, swung, -twist];
}

/** … and at its end. */
function fromEnd({ length, middle, incline }: StickElement, [along, up, turn, twist]: Nodal): number[] {
  const drawn = along;
  const swung = ((up - incline * drawn) * length) / 2;
  return [drawn, turn - middle * drawn - swung, swung, twist];
}
