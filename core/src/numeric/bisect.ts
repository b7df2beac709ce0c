/**
 * Root of a rising function by bisection.
 *
 * @param rising negative at low, positive at high
 * @param tolerance width at which to stop
 */
export function bisect(rising: (x: number) => number, low: number, high: number, tolerance: number): number {
  let a = low;
  let b = high;
  while (b - a > tolerance) {
    const middle = (a + b) / 2;
    if (rising(middle) < 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}
