/** One millimetre, m. */
export const mm = 1e-3;
/** One degree, radians. */
export const degree = Math.PI / 180;
