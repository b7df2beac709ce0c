import { isIntegral, rodOf } from '../diagnosis/index.js';
import { SADDLE_STOP } from '../targets/index.js';
import { TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { found, has, stands, type Context } from './context.js';

/** Why a treatment is never done to this instrument as it is known now. */
export interface Never {
  id: string;
  /** in words, as a whole sentence */
  say: string;
  forbids: (id: TreatmentId, of: Context) => boolean;
}

const any =
  (...ids: TreatmentId[]) =>
  (id: TreatmentId): boolean =>
    ids.includes(id);

/** Work on the neck angle. */
export const ANGLE: readonly TreatmentId[] = [
  'neck-off',
  'fit-heel',
  'reglue-neck',
  'extension',
  'heel-opened',
  'reset-bolted',
  'taper-board',
  'slip-back',
  'saw-heel',
  'bolt-neck',
];
const isAngle = any(...ANGLE);
/** What is set up once it may be strung and has rested. */
const SET_UP = any(
  'taller-saddle',
  'thumb-wheels',
  'adjust-rod',
  'press-neck',
  'intonation',
  'other-strings',
  'twelve-down',
  'home-humidity',
  'second-saddle',
  'flatten-belly',
  'overset',
);
const ONLY_ARCHTOP = any(
  'thumb-wheels',
  'reglue-bar',
  'raise-arch',
  'bridge-feet',
  'archtop-bridge',
  'fhole-crack',
  'sound-post',
);
const ONLY_FLAT = any(
  'saddle',
  'taller-saddle',
  'second-saddle',
  'ramp-holes',
  'plug-holes',
  'tie-holes',
  'pin-holes-tied',
  'wick-bridge',
  'remove-bridge',
  'reglue-bridge',
  'replace-plate',
  'patch-plate',
  'graft-top',
  'flatten-belly',
  'footprint',
  'build-up-bridge',
  'make-bridge',
);
/** A joint that failed, or a heel that broke, is reason enough to open it. */
export const jointFails = (of: Context): boolean => found(of, 'heel-opens');
const isCut = (id: TreatmentId): boolean => TREATMENTS[id].cuts === true;
/** Cuts of what is damage itself. */
const ofDamage = (id: TreatmentId, of: Context): boolean =>
  ['cracks', 'taken off', 'inside', 'bridge'].includes(TREATMENTS[id].stage) ||
  (jointFails(of) && isAngle(id));

const softens = ({ evidence }: Context): boolean => {
  const { oldGlue } = evidence.instrument.build;
  return oldGlue === 'hot-hide' || oldGlue === 'fish';
};
const openCrack = (of: Context): boolean =>
  found(of, 'grain-crack', 'crack-grew', 'crack-in-load') ||
  of.evidence.marks.some(
    ({ kind, state, face, besideBoard }) =>
      kind === 'crack' && face === 'top' && !besideBoard && (state === 'moving' || state === 'not tried'),
  );

/** What is never done, with the reason; the first that forbids is said. */
export const NEVER: readonly Never[] = [
  {
    id: 'other kind of instrument',
    say: 'This instrument has nothing of the kind.',
    forbids: (id, { evidence: { instrument } }) =>
      instrument.type === 'archtop'
        ? ONLY_FLAT(id) || (id === 'reglue-brace' && instrument.build.bracing === 'parallel')
        : ONLY_ARCHTOP(id),
  },
  {
    id: 'neck and body are one',
    say: 'Neck and body are one: there is no joint to open.',
    forbids: (id, { evidence }) =>
      isIntegral(evidence.instrument)
        ? any('neck-off', 'fit-heel', 'reglue-neck', 'heel-opened', 'reset-bolted', 'bolt-neck')(id)
        : any('taper-board', 'slip-back')(id) && evidence.instrument.build.neckJoint !== undefined,
  },
  {
    id: 'joint not known',
    say: 'The kind of neck joint is not known: no steam, no heat, no force before it is.',
    forbids: (id, { evidence }) => isAngle(id) && evidence.instrument.build.neckJoint === undefined,
  },
  {
    id: 'steam opens no bolt',
    say: 'The neck is bolted or screwed on: steam does not open that.',
    forbids: (id, { evidence }) => {
      const joint = evidence.instrument.build.neckJoint;
      const bolted = joint === 'mortise-bolted' || joint === 'bolted-flat' || joint === 'screwed';
      return (
        (bolted && any('neck-off', 'fit-heel', 'reglue-neck')(id)) ||
        (!bolted && joint !== undefined && id === 'reset-bolted')
      );
    },
  },
  {
    id: 'neck off for an angle that is not due',
    say: 'A neck comes off for its angle only where its own part is low by more than twice its error, and neither belly, bridge, season nor relief accounts for it.',
    forbids: (id, of) => isAngle(id) && !jointFails(of) && !found(of, 'neck-due', 'block-split'),
  },
  {
    id: 'overset not told',
    say: 'The neck is not told to be set too far back.',
    forbids: (id, of) => id === 'overset' && !found(of, 'neck-overset'),
  },
  {
    id: 'slack readings',
    say: 'The action looks as if it had been read slack: nothing is cut or set by it before it was read again at pitch.',
    forbids: (id, of) =>
      of.diagnosis.verdict.held.slack &&
      ((isCut(id) && !ofDamage(id, of)) || any('taller-saddle', 'thumb-wheels', 'overset')(id)),
  },
  {
    id: 'readings disagree',
    say: 'The readings do not agree with each other: nothing is cut or set by them before they were read again.',
    forbids: (id, of) =>
      of.diagnosis.verdict.held.disagree &&
      ((isCut(id) && !ofDamage(id, of)) || any('taller-saddle', 'thumb-wheels', 'overset')(id)),
  },
  {
    id: 'not to be strung',
    say: 'It may not be strung yet: this waits until it was made sound, strung and rested.',
    forbids: (id, of) =>
      of.diagnosis.unsound &&
      (SET_UP(id) || (isCut(id) && !ofDamage(id, of)) || (isAngle(id) && !jointFails(of))),
  },
  {
    id: 'low strings',
    say: 'The strings stand low: this would bring them lower.',
    forbids: (id, of) => {
      const low = stands(of, 'low');
      const { answer } = of.diagnosis.verdict;
      if (id === 'saddle') return low && !found(of, 'neck-due') && answer !== 'trim';
      // against a back-bow a heavier set is meant
      if (id === 'other-strings') return low && !found(of, 'back-bow');
      return (id === 'flatten-belly' || id === 'twelve-down') && low;
    },
  },
  {
    id: 'trimmed over its cause',
    say: 'What lifts the action is not the saddle: stop trimming and put its cause right, or find it, first.',
    forbids: (id, of) =>
      id === 'saddle' &&
      // who accepts a settled top trims while there is saddle
      of.evidence.schools.belly !== 'accept' &&
      !found(of, 'neck-due', 'saddle-answers', 'target-low') &&
      found(of, 'belly-lifts', 'belly-folds', 'saddle-spent', 'neck-asked'),
  },
  {
    id: 'high strings',
    say: 'The strings stand high: this would bring them higher.',
    forbids: (id, of) => id === 'taller-saddle' && stands(of, 'high') && !stands(of, 'low'),
  },
  {
    id: 'saddle at its stop',
    say: `Less than ${SADDLE_STOP * 1000} mm of saddle shows: nobody cuts below that.`,
    forbids: (id, { diagnosis, evidence }) =>
      id === 'saddle' &&
      evidence.instrument.type === 'flat-top' &&
      diagnosis.verdict.answer === 'trim' &&
      diagnosis.sides.some(({ saddle }) => saddle !== null && saddle.showing.value < SADDLE_STOP),
  },
  {
    id: 'flattened where it must not be',
    say: 'A belly is flattened only over a known glue that softens, a solid top without an open crack, braces that were seen, and a fold that was found; never a sound dome, and not by every school.',
    forbids: (id, of) => id === 'flatten-belly' && !mayFlatten(of),
  },
  {
    id: 'rod that resists',
    say: 'The rod does not turn freely: freed first, never forced.',
    forbids: (id, of) => id === 'adjust-rod' && (rodOf(of.evidence) !== 'works' || found(of, 'rod-stiff')),
  },
  {
    id: 'frets that have no height',
    say: 'The lowest fret has no height left to level.',
    forbids: (id, { evidence }) => {
      const lowest = evidence.reads.find(
        ({ quantity, place }) => quantity === 'fretHeight' && place === 'lowest',
      );
      return id === 'level-frets' && lowest !== undefined && lowest.value < 0.6e-3;
    },
  },
  {
    id: 'loose fret filed',
    say: 'A fret is loose in its slot: seated first, it may need no file.',
    forbids: (id, of) => id === 'spot-level' && found(of, 'fret-loose'),
  },
  {
    id: 'heat by rotting celluloid',
    say: 'Celluloid that weeps or smells is on it: no heat at all before it is off.',
    forbids: (id, of) =>
      TREATMENTS[id].heats === true && found(of, 'celluloid-rots') && id === 'flatten-belly',
  },
  {
    id: 'ramps in a tied bridge',
    say: 'The bridge is tied: beads or tie holes, no ramps.',
    forbids: (id, { evidence }) =>
      any('ramp-holes', 'plug-holes')(id) && evidence.instrument.build.bridge === 'tied',
  },
  {
    id: 'tie holes in a pinned bridge',
    say: 'The bridge is not tied.',
    forbids: (id, { evidence }) =>
      any('tie-holes', 'pin-holes-tied')(id) && evidence.instrument.build.bridge !== 'tied',
  },
  {
    id: 'pins through a fan-braced top',
    say: 'No pin holes through a tied bridge over fan braces.',
    forbids: (id, { evidence }) => id === 'pin-holes-tied' && evidence.instrument.build.bracing !== 'ladder',
  },
  {
    id: 'steel on nylon',
    say: 'It was built for nylon or gut: no steel strings on it.',
    forbids: (id, of) => id === 'other-strings' && found(of, 'steel-on-nylon'),
  },
  {
    id: 'twelve strings',
    say: 'It has no pairs of strings.',
    forbids: (id, { evidence }) => id === 'twelve-down' && !evidence.instrument.pairedStrings,
  },
  {
    id: 'wick a joint that is open',
    say: 'The gap under the bridge is too deep, or its glue is not clean hide: bridge off.',
    forbids: (id, of) =>
      id === 'wick-bridge' &&
      (of.evidence.instrument.build.oldGlue !== 'hot-hide' ||
        of.evidence.reads.some(({ quantity, value }) => quantity === 'bridgeGapDepth' && value >= 5e-3)),
  },
  {
    id: 'feed a joint that opens',
    say: 'The joint opens: it is taken apart, not fed.',
    forbids: (id, of) => id === 'feed-joint' && found(of, 'heel-opens', 'headstock-cracked'),
  },
];

/** Why a treatment is never done as things stand; null where nothing forbids it. */
export const neverOf = (id: TreatmentId, of: Context): Never | null =>
  NEVER.find(({ forbids }) => forbids(id, of)) ?? null;

/** A belly is flattened only where nothing forbids it. */
export function mayFlatten(of: Context): boolean {
  const { evidence } = of;
  return (
    evidence.schools.belly === 'flatten' &&
    !evidence.instrument.laminatedTop &&
    softens(of) &&
    has(of, 'topShape', 'hollow-and-hump') &&
    !openCrack(of) &&
    !found(of, 'dome-sound', 'celluloid-rots', 'plate-cracked') &&
    // strings that stand low are not brought lower
    !stands(of, 'low') &&
    evidence.points.some(({ point, states }) => point === 'topBraces' && !states.includes('unseen'))
  );
}
