import { Slab, halfWayDays, type SlabSpec } from './diffusion.js';

/**
 * The pieces of a guitar whose moisture is followed in each room. Diffusivities are the order of magnitude of wood
 * physics handbooks for transverse diffusion near 9 %MC, from memory; what finish and still air let through are house
 * defaults, chosen so that a finished top lags behind its room by about six days, as tops in use do.
 */
export const PIECE_IDS = ['bareTop', 'finishedTop', 'fingerboard', 'neckBlock'] as const;
export type PieceId = (typeof PIECE_IDS)[number];

export interface Piece {
  id: PieceId;
  name: string;
  /** how its faces stand to the air, in words */
  faces: string;
  slab: SlabSpec;
}

/** Bare wood in moving air, m/s. */
const BARE = 1e-7;
/** Through a finish film, and inside a closed body through its sound hole, m/s. */
const FINISHED = 1.5e-9;
const INSIDE = 4e-9;
const SPRUCE = 1.2e-10;
const DENSE = 4e-11;

export const PIECES: Record<PieceId, Piece> = {
  bareTop: {
    id: 'bareTop',
    name: 'a bare 3 mm top',
    faces: 'both faces bare in the room',
    slab: { thickness: 0.003, diffusivity: SPRUCE, faces: [BARE, BARE] },
  },
  finishedTop: {
    id: 'finishedTop',
    name: 'a finished top',
    faces: 'finish outside, the closed body inside',
    slab: { thickness: 0.0028, diffusivity: SPRUCE, faces: [FINISHED, INSIDE] },
  },
  fingerboard: {
    id: 'fingerboard',
    name: 'a fingerboard',
    faces: 'oiled face in the room, glued below',
    slab: { thickness: 0.006, diffusivity: DENSE, faces: [BARE / 4, 0] },
  },
  neckBlock: {
    id: 'neckBlock',
    name: 'a neck block',
    faces: 'inside the body, glued behind',
    slab: { thickness: 0.04, diffusivity: SPRUCE, faces: [INSIDE, 0] },
  },
};

/** "follows within hours", "half way in 4 days", "half way in 10 weeks" */
export function sayLag(slab: SlabSpec): string {
  const days = halfWayDays(slab);
  if (days < 1.5) return `half way in ${Math.max(1, Math.round(days * 24))} hours`;
  if (days < 21) return `half way in ${Math.round(days)} days`;
  return `half way in ${Math.round(days / 7)} weeks`;
}

/**
 * Takes a piece through days of air, in place.
 *
 * @param equilibrium of each day's air, %MC, one entry a day; what was not logged is filled by whoever asks
 * @returns mean through the thickness at the end of each day, %MC
 */
export function throughDays(piece: Slab, equilibrium: readonly number[]): number[] {
  return equilibrium.map((air) => {
    piece.step(86400, air);
    return piece.mean;
  });
}
