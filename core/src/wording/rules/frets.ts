import type { FretArgs } from '../../diagnosis/index.js';
import type { WordsOf } from './wordsOf.js';

export const FRET_WORDS: WordsOf<FretArgs> = {
  'frets-low': ({ lowest, state }, { gap }) =>
    lowest === null
      ? 'Frets are worn low: their height decides between spot work, levelling and new ones.'
      : state === 'very low'
        ? `The lowest fret is ${gap(lowest)} high, very low: new frets, or spot work that saves the originals.`
        : state === 'by eye'
          ? `The frets look very low, and the lowest measures ${gap(lowest)}: measure them again.`
          : `Frets worn, ${gap(lowest)} left: ${state === 'levels' ? 'level them' : 'spot repairs, not levelling'}.`,
  'fret-loose': ({ frets }) =>
    `A fret is loose in its slot${atFrets(frets)}: seat and hold it before any levelling; filing it again and again cures nothing.`,
  'fret-high': ({ frets }) =>
    `A fret stands high${atFrets(frets)}: it may be innocent and the one before it low, or loose in its slot.`,
  buzz: ({ frets }) => `It buzzes${atFrets(frets)} as its owner plays.`,
  'break-angle-low': ({ angle, asked, tied }, { degrees }) =>
    asked
      ? `The strings bend only ${degrees(angle)} behind the saddle. Does it buzz or sound dull there? ${tied ? 'Tie beads, or a second row of holes, bend them more.' : 'Ramped holes bend them more.'}`
      : `The strings bend only ${degrees(angle)} behind the saddle: it loses tone and the saddle itself buzzes. Ramp the holes where the neck is still good; do not trim further.`,
  'intonation-off': ({ cents, upset }) =>
    `Intonation is off by up to ${cents} cents${upset ? '; it is judged again once the action is right' : ': the saddle is set dry and checked before it is glued'}.`,
  'off-centre': ({ side, by, withTheAngle }, { fine }) =>
    `The board aims ${fine(by)} to the ${side} at the bridge${withTheAngle ? `: correct it with the angle, off the ${side} cheek` : ''}.`,
  'centring-asked': (args, { fine }) =>
    args.why === 'sign'
      ? 'The gaps from board edge to pin were read before it was asked which way is plus: measure them again, nothing is cut by them.'
      : `The board would be ${fine(Math.abs(args.both))} ${args.both > 0 ? 'wider' : 'narrower'} than the pins at the bridge: check which way is plus, and measure both gaps again.`,
  'tuners-fail': 'A tuner slips or is missing.',
  'lies-inside': 'Something loose lies inside: many rattles are a string end or a nut, not a brace.',
  'guard-curls': 'The pickguard curls and may crack the top along its edge.',
  'parts-missing': 'Parts are missing; odd and adjustable parts that are left stay with the instrument.',
  'finish-soft': 'The finish is soft: no heat, no tape, and a cushion under every clamp.',
  'finish-thick': 'A thick film runs over the joint and can hold it by itself: it is cut first.',
  'seller-excuses':
    'The seller says that it is set up high on purpose: that usually means that a neck set is due.',
  'celluloid-near':
    'There is celluloid on it: no heat within a hand’s width; it comes off first where it can.',
};

const atFrets = (frets: readonly number[]): string =>
  frets.length > 0 ? ` at fret${frets.length > 1 ? 's' : ''} ${frets.join(', ')}` : '';
