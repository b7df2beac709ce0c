/**
 * P(Z < z) for a standard normal, error below 7.5e-8: Abramowitz and Stegun, *Handbook of Mathematical
 * Functions*, formula 26.2.17.
 */
export const normalBelow = (z: number): number =>
  normalBelowWith(z, Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI));

/** The same where its density at z is known. */
export function normalBelowWith(z: number, density: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    density *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z >= 0 ? 1 - tail : tail;
}

/** Terms of the continued fraction; from three standard deviations on they give all digits. */
const TERMS = 60;

/**
 * log P(Z > a) for a standard normal, far out too: Laplace's continued fraction of Mills' ratio beyond three, Abramowitz and
 * Stegun, formula 26.2.14.
 */
export function logNormalAbove(a: number): number {
  if (a === Infinity) return -Infinity;
  if (a < 3) return Math.log(1 - normalBelow(a));
  let fraction = a;
  for (let k = TERMS; k > 0; k--) fraction = a + k / fraction;
  return -0.5 * a * a - 0.5 * Math.log(2 * Math.PI) - Math.log(fraction);
}
