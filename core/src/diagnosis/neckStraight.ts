import { STRING_SIDES } from '../strings/index.js';
import { degree, mm } from '../units/index.js';
import { BOW_TO_PRESS } from '../targets/index.js';
import { termOf } from './budget.js';
import type { ReadItem } from './evidence.js';
import type { Known } from './known.js';
import { rodOf } from './neckFacts.js';
import type { SideStance } from './sideStance.js';

/** Reliefs of the two edges that differ by more than this are twist, m. House figure. */
const TWIST = 0.2 * mm;
const TWIST_ANGLE = 0.6 * degree;
/** Less relief than this is a back-bow, m. House figure. */
const BACK_BOW = -0.05 * mm;

/** How a relief that is off is answered. */
export type ReliefAnswer =
  | 'press'
  /** pressed with the rod at neutral, and the rod last, so that it keeps its range */
  | 'press, then the rod'
  | 'live with it'
  | 'rod fails'
  | 'find the rod'
  | 'turn the rod';

/** The reliefs that were read, bass first. */
const reliefs = (known: Known): ReadItem[] =>
  STRING_SIDES.flatMap((side) => known.read('relief', side) ?? []);

/**
 * Both edges differ: a twist, and no rod answers it. A word by eye counts where the edges were not both read, or agree with
 * what was read.
 */
export function twisted(known: Known): 'certain' | 'suspected' | null {
  const [bass, treble] = [known.read('relief', 'bass'), known.read('relief', 'treble')];
  const angle = known.read('neckTwist', 'centre');
  const byRelief =
    bass !== null &&
    treble !== null &&
    Math.abs(bass.value - treble.value) > TWIST + 2 * Math.hypot(bass.sd, treble.sd);
  const byAngle = angle !== null && Math.abs(angle.value) - 2 * angle.sd > TWIST_ANGLE;
  if (byRelief || byAngle) return 'certain';
  if (!known.has('boardEdges', 'twisted')) return null;
  // measured at both edges and alike: what the eye saw is asked again
  return bass !== null && treble !== null && bass.examinationId === treble.examinationId && angle !== null
    ? 'suspected'
    : 'certain';
}

/** Sides of a neck that bows back. */
export const bowedBack = (known: Known): ReadItem[] =>
  reliefs(known).filter(({ value, sd }) => value + 2 * sd < BACK_BOW);

/** The neck is back-bowed, by reading or by eye. */
export const backBow = (known: Known): boolean =>
  twisted(known) === null && (bowedBack(known).length > 0 || known.has('boardEdges', 'back-bow'));

/** The side whose relief is off by the most, one way; null where neither is. */
export function reliefOff(known: Known, which: 'high' | 'low'): SideStance | null {
  if (twisted(known) !== null) return null;
  const off = known.sides.filter(({ mends, budget, measured }) => {
    if (!mends.relief) return false;
    const { value } = termOf(budget!, 'relief');
    // a back-bow says it for itself
    return which === 'high' ? value > 0 : value < 0 && measured!.relief.value >= BACK_BOW;
  });
  return [...off].sort((a, b) => part(b) - part(a))[0] ?? null;
}

const part = ({ budget }: SideStance): number => Math.abs(termOf(budget!, 'relief').value);

/** What answers a relief: a bow of that size is pressed, whatever rod there is. */
export function reliefAnswer(known: Known, which: 'high' | 'low', { measured }: SideStance): ReliefAnswer {
  const rod = rodOf(known.evidence);
  const { value, sd } = measured!.relief;
  const press = which === 'high' && value - 2 * sd > BOW_TO_PRESS;
  if (press) return rod === 'works' ? 'press, then the rod' : rod === 'not known' ? 'find the rod' : 'press';
  switch (rod) {
    case 'none':
      return 'live with it';
    case 'fails':
      return 'rod fails';
    case 'works':
      return 'turn the rod';
    case 'not known':
      return 'find the rod';
  }
}

/** Rod, press or twist still has to move the neck: saddle and nut wait for the reading after it. */
export function neckMoves(known: Known): boolean {
  if (twisted(known) === 'certain' || backBow(known)) return true;
  return (['high', 'low'] as const).some((which) => {
    const side = reliefOff(known, which);
    return side !== null && reliefAnswer(known, which, side) !== 'live with it';
  });
}
