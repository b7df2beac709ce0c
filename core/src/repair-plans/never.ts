import { isIntegral, rodOf } from '../diagnosis/index.js';
import { SADDLE_STOP } from '../targets/index.js';
import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { found, stands, type Context } from './context.js';
import { mayFlatten } from './flatten.js';

/** Whether a treatment is never done to this instrument as it is known now. */
type Forbids = (id: TreatmentId, of: Context) => boolean;

const any =
  (...ids: TreatmentId[]) =>
  (id: TreatmentId): boolean =>
    ids.includes(id);

const isAngle = (id: TreatmentId): boolean => hasRole(id, 'neck angle');
const opensJoint = (id: TreatmentId): boolean => hasRole(id, 'opens the joint');
/** A joint that failed, or a heel that broke, is reason enough to open it. */
export const jointFails = (of: Context): boolean => found(of, 'heel-opens');
const isCut = (id: TreatmentId): boolean => TREATMENTS[id].cuts === true;
/** Cuts of what is damage itself. */
const ofDamage = (id: TreatmentId, of: Context): boolean =>
  ['cracks', 'taken off', 'inside', 'bridge'].includes(TREATMENTS[id].stage) ||
  (jointFails(of) && isAngle(id));

/** By the shop's school the neck is set to a belly that stands high, and holds, as it stands. */
const setToBelly = (of: Context): boolean =>
  of.diagnosis.sides.length > 1 &&
  of.diagnosis.sides.every(({ budget }) => budget !== null) &&
  (setToSettled(of) || setToFold(of));
const setToSettled = (of: Context): boolean =>
  found(of, 'belly-settled') && of.evidence.schools.belly !== 'accept';
const setToFold = (of: Context): boolean =>
  found(of, 'belly-lifts', 'belly-folds') && of.evidence.schools.belly === 'set the neck to it';

/** What is never done, by its reason; the first that forbids is said. */
const FORBIDS = {
  'other kind of instrument': (id, { evidence: { instrument } }) =>
    (TREATMENTS[id].only ?? instrument.type) !== instrument.type ||
    (id === 'reglue-brace' && instrument.type === 'archtop' && instrument.build.bracing === 'parallel'),
  'neck and body are one': (id, { evidence }) =>
    isIntegral(evidence.instrument)
      ? opensJoint(id)
      : any('taper-board', 'slip-back')(id) && evidence.instrument.build.neckJoint !== undefined,
  'joint not known': (id, { evidence }) =>
    (isAngle(id) || id === 'overset') && evidence.instrument.build.neckJoint === undefined,
  'steam opens no bolt': (id, { evidence }) => {
    const joint = evidence.instrument.build.neckJoint;
    const bolted = joint === 'mortise-bolted' || joint === 'bolted-flat' || joint === 'screwed';
    return (
      (bolted && any('neck-off', 'fit-heel', 'reglue-neck', 'open-dowelled')(id)) ||
      (!bolted && joint !== undefined && id === 'reset-bolted') ||
      (joint !== undefined && joint !== 'screwed' && id === 'undo-screws')
    );
  },
  'steam opens no dowel': (id, { evidence }) => {
    const joint = evidence.instrument.build.neckJoint;
    return (id === 'neck-off' && joint === 'dowelled') || (id === 'open-dowelled' && joint !== 'dowelled');
  },
  'neck off for an angle that is not due': (id, of) =>
    isAngle(id) && !jointFails(of) && !found(of, 'neck-due', 'block-split', 'block-risen') && !setToBelly(of),
  'overset not told': (id, of) =>
    id === 'overset' &&
    !of.diagnosis.findings.some(({ rule, certainty }) => rule === 'neck-overset' && certainty === 'certain'),
  'slack readings': (id, of) =>
    of.diagnosis.verdict.withheld.slack && any('taller-saddle', 'thumb-wheels', 'overset')(id),
  'readings disagree': (id, of) => {
    const { disagree, swapped } = of.diagnosis.verdict.withheld;
    return (disagree || swapped) && any('taller-saddle', 'thumb-wheels', 'overset')(id);
  },
  'not to be strung': (id, of) =>
    of.diagnosis.unsound &&
    (hasRole(id, 'set-up') || (isCut(id) && !ofDamage(id, of)) || (isAngle(id) && !jointFails(of))) &&
    // once the joint is closed and it has stood strung, saddle or wheels are set for it
    !(any('saddle', 'thumb-wheels')(id) && jointFails(of)),
  'low strings': (id, of) => {
    const low = stands(of, 'low');
    const { answer } = of.diagnosis.verdict;
    if (id === 'saddle')
      return low && !found(of, 'neck-due', 'neck-overset', 'heel-opens') && answer !== 'trim';
    return (id === 'flatten-belly' || id === 'twelve-down' || id === 'other-strings') && low;
  },
  'trimmed over its cause': (id, of) =>
    id === 'saddle' &&
    // who accepts a settled top trims while there is saddle
    of.evidence.schools.belly !== 'accept' &&
    !found(of, 'neck-due', 'saddle-answers', 'target-low', 'neck-overset', 'belly-settled', 'heel-opens') &&
    !setToBelly(of) &&
    found(of, 'belly-lifts', 'belly-folds', 'saddle-spent', 'neck-asked'),
  'high strings': (id, of) => id === 'taller-saddle' && stands(of, 'high') && !stands(of, 'low'),
  'saddle at its stop': (id, { diagnosis, evidence }) =>
    id === 'saddle' &&
    evidence.instrument.type === 'flat-top' &&
    diagnosis.verdict.answer === 'trim' &&
    diagnosis.sides.some(({ saddle }) => saddle !== null && saddle.showing.value < SADDLE_STOP),
  'flattened where it must not be': (id, of) => id === 'flatten-belly' && !mayFlatten(of),
  'no rod known': (id, of) => {
    const rod = rodOf(of.evidence);
    return id === 'adjust-rod' && (rod === 'none' || rod === 'not known');
  },
  'frets that have no height': (id, { evidence }) => {
    const lowest = evidence.reads.find(
      ({ quantity, place }) => quantity === 'fretHeight' && place === 'lowest',
    );
    return id === 'level-frets' && lowest !== undefined && lowest.value < 0.6e-3;
  },
  'ramps in a tied bridge': (id, { evidence }) =>
    any('ramp-holes', 'plug-holes')(id) && evidence.instrument.build.bridge === 'tied',
  'tie holes in a pinned bridge': (id, { evidence }) =>
    any('tie-holes', 'pin-holes-tied')(id) && evidence.instrument.build.bridge !== 'tied',
  'pins through a fan-braced top': (id, { evidence }) =>
    id === 'pin-holes-tied' && evidence.instrument.build.bracing !== 'ladder',
  'steel on nylon': (id, of) => any('other-strings', 'heavier-strings')(id) && found(of, 'steel-on-nylon'),
  'twelve strings': (id, { evidence }) => id === 'twelve-down' && !evidence.instrument.pairedStrings,
  'wick a joint that is open': (id, of) =>
    id === 'wick-bridge' &&
    (of.evidence.instrument.build.oldGlue !== 'hot-hide' ||
      of.evidence.reads.some(({ quantity, value }) => quantity === 'bridgeGapDepth' && value >= 5e-3)),
  'feed a joint that opens': (id, of) => id === 'feed-joint' && found(of, 'heel-opens', 'headstock-cracked'),
} as const satisfies Record<string, Forbids>;
export type NeverId = keyof typeof FORBIDS;
export const NEVER_IDS = Object.keys(FORBIDS) as NeverId[];

/** Why a treatment is never done as things stand; null where nothing forbids it. */
export const neverOf = (id: TreatmentId, of: Context): NeverId | null =>
  NEVER_IDS.find((never) => FORBIDS[never](id, of)) ?? null;
