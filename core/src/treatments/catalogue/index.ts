import type { Treatment } from '../treatment.js';
import { BODY } from './body.js';
import { KEEPING } from './keeping.js';
import { NECK } from './neck.js';
import { USUAL } from './usual.js';

const ALL = { ...USUAL, ...BODY, ...NECK, ...KEEPING };

export type TreatmentId = keyof typeof ALL;
/** Every treatment the app ships, by id. */
export const TREATMENTS: Record<TreatmentId, Treatment> = ALL;
export const TREATMENT_IDS = Object.keys(ALL) as TreatmentId[];
