import type { Treatment, TreatmentId } from '../treatment.js';
import { adjustRod } from './adjust-rod.js';
import { cleanAndInspect } from './clean-and-inspect.js';
import { extension } from './extension.js';
import { fitHeel } from './fit-heel.js';
import { flattenBelly } from './flatten-belly.js';
import { neckOff } from './neck-off.js';
import { nut } from './nut.js';
import { pressNeck } from './press-neck.js';
import { reglueBrace } from './reglue-brace.js';
import { reglueNeck } from './reglue-neck.js';
import { rehydrate } from './rehydrate.js';
import { restUnderTension } from './rest-under-tension.js';
import { saddle } from './saddle.js';
import { setUp } from './set-up.js';
import { thumbWheels } from './thumb-wheels.js';

/** Every treatment the app ships, by id. */
export const TREATMENTS: Record<TreatmentId, Treatment> = {
  'clean-and-inspect': cleanAndInspect,
  rehydrate,
  'thumb-wheels': thumbWheels,
  'adjust-rod': adjustRod,
  'press-neck': pressNeck,
  'reglue-brace': reglueBrace,
  'flatten-belly': flattenBelly,
  'rest-under-tension': restUnderTension,
  'neck-off': neckOff,
  'fit-heel': fitHeel,
  'reglue-neck': reglueNeck,
  extension,
  nut,
  saddle,
  'set-up': setUp,
};
