import { stepsOf, type Role, type Treatment } from '../treatment.js';
import { ARCHTOP } from './archtop.js';
import { BODY } from './body.js';
import { BRIDGE } from './bridge.js';
import { FRETS } from './frets.js';
import { KEEPING } from './keeping.js';
import { NECK } from './neck.js';
import { STEPS } from './steps.js';
import { USUAL } from './usual.js';
import { WORKED } from './worked.js';

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
export const TREATMENTS = Object.fromEntries(
  Object.entries(ALL as Record<TreatmentId, Treatment<TreatmentId>>).map(([id, row]) => [
    id,
    row.plain && id in WORKED ? { ...row, steps: stepsOf(row, WORKED[id as keyof typeof WORKED]) } : row,
  ]),
) as Record<TreatmentId, Treatment<TreatmentId>>;
/** Treatments that nobody wrote down how to work: the bench has their gate, and plain words for the rest. */
export const PLAINLY_WORKED = Object.entries(TREATMENTS)
  .filter(([id, { plain }]) => plain && !(id in WORKED))
  .map(([id]) => id as TreatmentId);
export const TREATMENT_IDS = Object.keys(ALL) as TreatmentId[];
/** Whether a treatment plays a role in a plan. */
export const hasRole = (id: TreatmentId, role: Role): boolean => TREATMENTS[id].roles.includes(role);
export { FLATTENS, RISES } from './usual.js';
