import type { Role, Treatment } from '../treatment.js';
import { ARCHTOP } from './archtop.js';
import { BODY } from './body.js';
import { BRIDGE } from './bridge.js';
import { FRETS } from './frets.js';
import { KEEPING } from './keeping.js';
import { NECK } from './neck.js';
import { STEPS } from './steps.js';
import { USUAL } from './usual.js';

/** The headings of the catalogue, a file each. */
export const HEADINGS = {
  'The usual work': USUAL,
  'Damp, top, back, sides': BODY,
  Bridge: BRIDGE,
  'Neck and headstock': NECK,
  'Nut, frets, strings': FRETS,
  'Archtop, hardware, electrics': ARCHTOP,
  'Finish, binding, keeping': KEEPING,
} as const;

const ALL = { ...STEPS, ...USUAL, ...BODY, ...BRIDGE, ...NECK, ...FRETS, ...ARCHTOP, ...KEEPING };

export type TreatmentId = keyof typeof ALL;
/** Every treatment the app ships, by id. */
export const TREATMENTS: Record<TreatmentId, Treatment<TreatmentId>> = ALL;
export const TREATMENT_IDS = Object.keys(ALL) as TreatmentId[];
/** Whether a treatment plays a role in a plan. */
export const hasRole = (id: TreatmentId, role: Role): boolean => TREATMENTS[id].roles.includes(role);
export { FLATTENS, RISES } from './usual.js';
