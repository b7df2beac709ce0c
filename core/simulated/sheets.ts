import type { Sheet } from '../src/top/laminate.js';

/** An isotropic sheet, as the books' plates are made of. */
export const isotropic = (modulus: number, poisson: number, thickness: number, swell = 0): Sheet => ({
  thickness,
  grain: 'y',
  along: modulus,
  across: modulus,
  shear: modulus / (2 * (1 + poisson)),
  poisson,
  swellAlong: swell,
  swellAcross: swell,
});
