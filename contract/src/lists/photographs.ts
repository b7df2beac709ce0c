/** Largest file that is taken, bytes. */

export const LARGEST_PICTURE = 25 * 1024 * 1024;

export const PICTURE_TYPES = ['JPEG', 'PNG', 'WebP', 'AVIF'] as const;

export const ACCEPTED_PICTURES = `a photograph as ${PICTURE_TYPES.join(', ').replace(', AVIF', ' or AVIF')}, 25 MB at most`;

/** Name of a stored picture: the SHA-256 of its bytes. */

export const PICTURE_NAME = /^[0-9a-f]{64}$/u;

/** Where on the instrument it was taken, so that two dates can be laid over each other. */

export const SPOTS = [
  'front',
  'back',
  'bridge',
  'bridge from the side',
  'sound hole',
  'inside',
  'head',
  'nut',
  'fingerboard',
  'heel',
  'bass side',
  'treble side',
  'tail',
  'label',
  'other',
] as const;
export type Spot = (typeof SPOTS)[number];
