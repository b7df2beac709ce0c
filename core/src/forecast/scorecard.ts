/** A forecast that was shown, for one day. */
export interface Promised {
  median: number;
  band50: readonly [number, number];
  band80: readonly [number, number];
  band95: readonly [number, number];
}

/** How a promise stood against what was read. */
export interface PromiseCheck {
  in50: boolean;
  in80: boolean;
  in95: boolean;
  /** what was read less what was promised, SI */
  error: number;
}

/** How a promise stood against what was read. @param read SI, as the promise */
export function checkPromise(promise: Promised, read: number): PromiseCheck {
  const within = ([low, high]: readonly [number, number]) => read >= low && read <= high;
  return {
    in50: within(promise.band50),
    in80: within(promise.band80),
    in95: within(promise.band95),
    error: read - promise.median,
  };
}

/** Over many promises: how many of the readings fell inside each band. */
export interface Scorecard {
  count: number;
  bands: {
    promised: number;
    held: number;
    /** 95 % range of the true share (Wilson, 1927) */ range: [number, number];
  }[];
  /** median absolute error, SI; null where nothing was compared */
  medianError: number | null;
}

const BANDS = [
  [0.5, 'in50'],
  [0.8, 'in80'],
  [0.95, 'in95'],
] as const;

/** How often the bands held what was read; the range of each share by E. B. Wilson, 1927. */
export function scorecard(kept: readonly PromiseCheck[]): Scorecard {
  const count = kept.length;
  const bands = BANDS.map(([promised, key]) => {
    const held = kept.filter((one) => one[key]).length;
    return { promised, held: count > 0 ? held / count : 0, range: wilson(held, count) };
  });
  const errors = kept.map(({ error }) => Math.abs(error)).sort((a, b) => a - b);
  const middle = errors.length % 2 === 1 ? errors[(errors.length - 1) / 2] : undefined;
  const half = errors.length / 2;
  return {
    count,
    bands,
    medianError: count === 0 ? null : (middle ?? (errors[half - 1]! + errors[half]!) / 2),
  };
}

/** One step of the tally's errors, and the largest that it tells apart, m: a micrometre, and 20 mm. */
const TALLY_STEP = 1e-6;
const TALLY_STEPS = 20000;

/**
 * The same sum over very many forecasts, kept as they come and go: adding one costs nothing that grows. The median error
 * is told to a micrometre.
 */
export class ScorecardTally {
  private count = 0;
  private readonly held = { in50: 0, in80: 0, in95: 0 };
  private readonly errors = new Uint32Array(TALLY_STEPS + 1);

  add(kept: readonly PromiseCheck[]): void {
    this.tally(kept, 1);
  }

  /** Takes out what was added before. */
  remove(kept: readonly PromiseCheck[]): void {
    this.tally(kept, -1);
  }

  private tally(kept: readonly PromiseCheck[], by: 1 | -1): void {
    this.count += by * kept.length;
    for (const one of kept) {
      for (const band of ['in50', 'in80', 'in95'] as const) if (one[band]) this.held[band] += by;
      this.errors[Math.min(TALLY_STEPS, Math.round(Math.abs(one.error) / TALLY_STEP))]! += by;
    }
  }

  sum(): Scorecard {
    const { count } = this;
    return {
      count,
      bands: BANDS.map(([promised, key]) => ({
        promised,
        held: count > 0 ? this.held[key] / count : 0,
        range: wilson(this.held[key], count),
      })),
      medianError: count === 0 ? null : ((this.at((count - 1) >> 1) + this.at(count >> 1)) / 2) * TALLY_STEP,
    };
  }

  /** Steps of the error that has so many before it. */
  private at(place: number): number {
    let before = 0;
    for (let step = 0; step <= TALLY_STEPS; step++) {
      before += this.errors[step]!;
      if (before > place) return step;
    }
    return TALLY_STEPS;
  }
}

/** Range of a share from a count: Wilson's score interval, 95 %. */
function wilson(hits: number, count: number): [number, number] {
  if (count === 0) return [0, 1];
  const z = 1.959964;
  const share = hits / count;
  const spread = z * Math.sqrt((share * (1 - share)) / count + (z * z) / (4 * count * count));
  const scale = 1 + (z * z) / count;
  const middle = share + (z * z) / (2 * count);
  return [Math.max(0, (middle - spread) / scale), Math.min(1, (middle + spread) / scale)];
}

/** What was promised between two days of a kept forecast, in a straight line. Null outside it. */
export function promiseOn(points: readonly (Promised & { day: number })[], day: number): Promised | null {
  const after = points.findIndex((point) => point.day >= day);
  if (after < 0) return null;
  const later = points[after]!;
  if (later.day === day) return later;
  const earlier = points[after - 1];
  if (!earlier) return null;
  const t = (day - earlier.day) / (later.day - earlier.day);
  const mix = (a: number, b: number) => a + t * (b - a);
  const pair = (a: readonly [number, number], b: readonly [number, number]): [number, number] => [
    mix(a[0], b[0]),
    mix(a[1], b[1]),
  ];
  return {
    median: mix(earlier.median, later.median),
    band50: pair(earlier.band50, later.band50),
    band80: pair(earlier.band80, later.band80),
    band95: pair(earlier.band95, later.band95),
  };
}
