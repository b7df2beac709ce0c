import type { FretArgs } from '../../diagnosis/index.js';
import type { WordsOf } from './wordsOf.js';

export const FRET_WORDS: WordsOf<FretArgs> = {
  'frets-low': ({ lowest, state }, { gap }) =>
    lowest === null
      ? 'Frets worn low. Measure their height: it decides spot repairs, levelling or new frets.'
      : state === 'very low'
        ? `Lowest fret only ${gap(lowest)} high: new frets, or spot repairs that save the originals.`
        : state === 'by eye'
          ? `Frets look very low, but the lowest measures ${gap(lowest)}. Measure them again.`
          : `Frets worn, ${gap(lowest)} left: ${state === 'levels' ? 'level them' : 'spot repairs, not levelling'}.`,
  'fret-loose': ({ frets }) =>
    `Fret loose in its slot${atFrets(frets)}. Seat and hold it before levelling; filing it cures nothing.`,
  'fret-high': ({ frets }) =>
    `High fret${atFrets(frets)}. It may be fine: the one before it low, or either one loose.`,
  buzz: ({ frets }) => `Buzzes${atFrets(frets)} the way its owner plays.`,
  'break-angle-low': ({ angle, asked, tied }, { degrees }) =>
    asked
      ? `Break angle only ${degrees(angle)}. Does it buzz or sound dull there? ${tied ? 'Tie beads, or a second row of holes, help.' : 'Ramped holes help.'}`
      : `Break angle only ${degrees(angle)}: weak tone, and the saddle buzzes. Neck still good? Ramp the holes; trim no further.`,
  'intonation-off': ({ cents, upset }) =>
    `Intonation out by up to ${cents} cents. ${upset ? 'Judge it again once the action is right' : 'Fit the saddle dry, check, then glue'}.`,
  'off-centre': ({ side, by, withTheAngle }, { fine }) =>
    `Neck points ${fine(by)} to the ${side} side at the bridge${withTheAngle ? `: correct it with the angle, off the ${side} cheek` : ''}.`,
  'centring-asked': (args, { fine }) =>
    args.why === 'sign'
      ? 'The gaps from board edge to pin were measured without a sign. Measure them again before you cut by them.'
      : `The board would be ${fine(Math.abs(args.both))} ${args.both > 0 ? 'wider' : 'narrower'} than the pins at the bridge. Check which way is plus; measure both gaps again.`,
  'tuners-fail': 'A tuner slips or is missing.',
  'lies-inside': 'Something loose inside. Many rattles are a string end or a nut, not a brace.',
  'guard-curls': 'Pickguard curling. It may crack the top along its edge.',
  'parts-missing': 'Parts missing. Keep the odd and adjustable parts that are left with the instrument.',
  'finish-soft': 'Soft finish: no heat, no tape, a cushion under every clamp.',
  'finish-thick': 'Thick finish over the joint, which can hold it by itself. Cut the finish first.',
  'seller-excuses': 'The seller says it is “set up high on purpose”. That usually means a neck reset is due.',
  'celluloid-near': 'Celluloid on it: no heat within a hand’s width. Take it off first where you can.',
};

const atFrets = (frets: readonly number[]): string =>
  frets.length > 0 ? ` at fret${frets.length > 1 ? 's' : ''} ${frets.join(', ')}` : '';
