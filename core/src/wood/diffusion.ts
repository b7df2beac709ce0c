/**
 * One-dimensional diffusion of moisture through the thickness of a piece of wood.
 *
 * `∂u/∂t = D ∂²u/∂x²`; at each face the flux is `h (u_air − u_surface)`, with h the face's coefficient: what a
 * finish, or the still air of a closed box, lets through. h = Infinity is a face that follows the air at once, 0 one
 * that is sealed. Source of the equation and of its checks: Crank, *The Mathematics of Diffusion*.
 */
export interface SlabSpec {
  /** m */
  thickness: number;
  /** D across the thickness, m²/s */
  diffusivity: number;
  /** h at the two faces, m/s */
  faces: readonly [number, number];
}

/** Layers that a slab is cut into; the mean of a plate is then within a thousandth of Crank's series. */
const LAYERS = 24;

/**
 * A slab under way: finite volumes, implicit in time, so that no step is too long to be stable.
 */
export class Slab {
  /** moisture of each layer from the first face to the second, %MC */
  readonly layers: Float64Array;
  private readonly between: number;
  private readonly toAir: readonly [number, number];
  private readonly width: number;
  private factors: { seconds: number; ratio: Float64Array; pivot: Float64Array } | null = null;

  /**
   * @param start moisture all through, %MC
   * @throws RangeError where thickness or diffusivity is not positive, or a face's coefficient negative
   */
  constructor(
    private readonly spec: SlabSpec,
    start: number,
    layers = LAYERS,
  ) {
    if (!(spec.thickness > 0 && spec.diffusivity > 0))
      throw new RangeError('thickness and diffusivity must be positive');
    if (spec.faces.some((h) => !(h >= 0)))
      throw new RangeError('a face lets through zero or more, never less');
    this.layers = new Float64Array(layers).fill(start);
    this.width = spec.thickness / layers;
    this.between = spec.diffusivity / this.width;
    // half a layer of wood, then the face itself
    const half = this.width / (2 * spec.diffusivity);
    this.toAir = [1 / (half + 1 / spec.faces[0]), 1 / (half + 1 / spec.faces[1])];
  }

  /** Mean moisture through the thickness, %MC. */
  get mean(): number {
    return this.layers.reduce((sum, u) => sum + u, 0) / this.layers.length;
  }

  /** The same slab at the same moisture, to be taken on in another air. */
  clone(): Slab {
    const twin = new Slab(this.spec, 0, this.layers.length);
    twin.layers.set(this.layers);
    return twin;
  }

  /**
   * One step with the air's equilibrium moisture at both faces.
   *
   * @param seconds length of the step
   * @param first, second equilibrium moisture of the air at each face, %MC
   */
  step(seconds: number, first: number, second = first): void {
    const { layers, between, toAir, width } = this;
    const n = layers.length;
    if (this.factors?.seconds !== seconds) this.factors = this.factorise(seconds);
    const { ratio, pivot } = this.factors;
    const scale = seconds / width;
    layers[0]! += scale * toAir[0] * first;
    layers[n - 1]! += scale * toAir[1] * second;
    const off = -scale * between;
    layers[0]! /= pivot[0]!;
    for (let i = 1; i < n; i++) layers[i] = (layers[i]! - off * layers[i - 1]!) / pivot[i]!;
    for (let i = n - 2; i >= 0; i--) layers[i]! -= ratio[i]! * layers[i + 1]!;
  }

  /** The tridiagonal matrix of a step, eliminated once for every step of this length. */
  private factorise(seconds: number) {
    const n = this.layers.length;
    const scale = seconds / this.width;
    const off = -scale * this.between;
    const ratio = new Float64Array(n);
    const pivot = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      const left = i > 0 ? this.between : this.toAir[0];
      const right = i < n - 1 ? this.between : this.toAir[1];
      const diagonal = 1 + scale * (left + right);
      pivot[i] = diagonal - (i > 0 ? off * ratio[i - 1]! : 0);
      ratio[i] = off / pivot[i]!;
    }
    return { seconds, ratio, pivot };
  }
}

const DAY = 86400;

/**
 * Days until a slab in new air has gone half of the way: the lag that is said in words.
 *
 * @throws RangeError where both faces are sealed
 */
export function halfWayDays(spec: SlabSpec): number {
  if (spec.faces[0] === 0 && spec.faces[1] === 0) throw new RangeError('a sealed slab never gets there');
  const slab = new Slab(spec, 0);
  // the way takes a twentieth of this or more
  const resistance = 1 / (spec.faces[0] + spec.faces[1]) + spec.thickness / spec.diffusivity;
  const step = (spec.thickness * resistance) / 2500;
  let seconds = 0;
  let before = 0;
  for (;;) {
    slab.step(step, 1);
    seconds += step;
    if (slab.mean >= 0.5) return (seconds - (step * (slab.mean - 0.5)) / (slab.mean - before)) / DAY;
    before = slab.mean;
  }
}
