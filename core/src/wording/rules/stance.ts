import { sayDate } from '../../days/index.js';
import type { BudgetCause, NeckNotYet, StanceArgs, WhyOff } from '../../diagnosis/index.js';
import { HUMIDITY_WINDOW } from '../../targets/index.js';
import { creepWords } from '../creepWords.js';
import type { Say } from '../say.js';
import { actionOf, humid } from '../sentence.js';
import { capital, list } from '../words.js';
import { quantities } from './readings.js';
import type { MoreOf, WordsOf } from './wordsOf.js';

const CAUSE_WORDS: Record<BudgetCause, string> = {
  season: 'season',
  nut: 'nut',
  relief: 'relief, with its effect on the neck angle',
  belly: 'belly and bridge tilt',
  thickness: 'bridge thickness',
  neck: 'neck angle',
  saddle: 'saddle',
  unexplained: 'not explained',
};

export const STANCE_WORDS: WordsOf<StanceArgs> = {
  'action-off': (args, { height }, { side }) => {
    const { now, there, level, atKept, why } = args;
    const off = there === 'high' ? 'high' : 'low';
    if (now !== there)
      return `${actionOf(side!)} would be ${there} at its home humidity, ${height(atKept)}. ${because(why, off)}`.trim();
    return `${actionOf(side!)} is ${there}, about ${height(level)}. ${because(why, off)}`.trim();
  },
  'season-high': (args, { height }, { side }) =>
    `${actionOf(side!)} is ${args.now} today, ${height(args.level)}: ${BESIDE[args.neck]} Leave it alone.`,
  'season-low': (args, { height }, { side }) =>
    `${actionOf(side!)} is ${args.now} today, ${height(args.level)}: the wood is dry. Humidify it, cut nothing.`,
  'season-untold': ({ now, level }, { height }, { side }) =>
    `${actionOf(side!)} is ${now}, about ${height(level)}. Season or not? Measure again in the other season.`,
  'season-hides': ({ there, atKept }, { height }, { side }) =>
    `${actionOf(side!)} is in range only because the wood is ${there === 'high' ? 'dry' : 'damp'}. At its home humidity: ${height(atKept)}.`,
  'damp-room': (args) => {
    const about = args.humidity === null ? null : humid(args.humidity);
    if (args.state === 'as it was read')
      return `${about ? `Measured at ${about}` : 'Measured damp'}; figures are corrected to ${humid(args.kept)}. Dry it slowly before you cut or glue.`;
    return args.state === 'through the year'
      ? `The room averages about ${about}: belly, glue and finish suffer. Dry it slowly; judge and cut at working moisture.`
      : `It will live at about ${about}: belly, glue and finish suffer. Keep that room drier.`;
  },
  'dry-wood': ({ humidity }) =>
    `${humidity === null ? 'The wood is' : `Room at ${humid(humidity)},`} too dry. Humidify to ${humid(HUMIDITY_WINDOW.wanted)} before you judge, cut or glue.`,
  'saddle-answers': ({ leaves, limit, noReset }, { fine }) => {
    const left = leaves
      ? `trimming leaves ${list(leaves.map(({ side, showing }) => `${fine(showing)} ${side}`))}`
      : 'measure again to know how much comes off';
    const within =
      limit === 'floor' && leaves
        ? ', the least allowed, give or take the error'
        : limit === 'break angle'
          ? ', but the break angle gets low: ramp the holes too'
          : '';
    return `Enough saddle: ${left}${within}.${noReset && limit === null ? ' No reset.' : ''}`;
  },
  'saddle-taller': ({ side, shows, short }, { fine }) =>
    `${side ? `${capital(side)} strings` : 'Strings'} low${short ? ', saddle short' : ''}. Fit a taller saddle${shows ? `, ${list(shows.map((one) => `${fine(one.showing)} showing${shows.length > 1 ? `, ${one.side}` : ''}`))}` : '; measure again to know how tall'}.`,
  'neck-due': ({ low, integral }, { fine, fineError }) =>
    integral
      ? `Fret plane ${fine(low.value)} too low; the neck does not come off. Strings, saddle and bridge first; then taper the board.`
      : `Neck reset due: the fret plane is ${fineError(low)} too low at the bridge. The belly does not explain it.`,
  'neck-asked': (args) =>
    args
      ? `Perhaps the neck angle: not known yet. ${capital(NOT_YET[args.reasons[0]!])}.`
      : 'Not known yet whether belly, bridge or neck moved. Measure before you plan anything.',
  'plane-by-eye': ({ runs, spent }) =>
    `By eye ${[
      ...(runs ? ['the straightedge hits the bridge'] : []),
      ...(spent ? ['little saddle shows'] : []),
    ].join(' and ')}: a neck reset may be coming. Measure stance and belly first.`,
  'belly-settled': ({ seen }) =>
    `Belly high, but ${seen ? 'the dome is even' : 'not folding'} and nothing is loose. Accept it: trim, or reset the neck to it.`,
  'shape-disagrees': ({ seen, by }) =>
    seen === 'folds'
      ? `By eye the top folds; ${by === 'tilt' ? 'the bridge hardly leans' : 'the readings show an even dome'}. Measure belly and tilt again before you believe either.`
      : `By eye the dome is even; ${by === 'tilt' ? 'the bridge leans as on a fold' : 'the readings show a fold'}. Measure belly and tilt again before you believe either.`,
  'belly-lifts':
    'The belly is lifting the bridge. Fix the structure under it first, then judge the neck again.',
  'thickness-lifts': 'Bridge thicker than it was built. That is why the straightedge comes low on it.',
  'target-low': ({ floor }, { fine }) =>
    `Neck fine, but the action you want needs less saddle than ${fine(floor)}, the minimum. No reset.`,
  'saddle-spent': ({ floor, left, state }, { fine }) => {
    const { side, showing } = left.reduce((a, b) => (b.showing < a.showing ? b : a));
    const says = showing < 0.05e-3 ? 'none' : fine(showing);
    return state === 'would be'
      ? `Not enough saddle: trimming to target would leave ${says}, ${side}; ${fine(floor)} is the least. Find the cause.`
      : `Only ${says} of saddle showing, ${side}; ${fine(floor)} is the least. Action is right only because of that.`;
  },
  'neck-overset': ({ showing, ceiling, state, told, thinned }, { fine }) => {
    const cause = told
      ? 'neck overset'
      : thinned
        ? 'bridge thinned, or neck overset. Measure which'
        : 'neck, bridge or belly. Measure which first';
    switch (state) {
      case 'would be':
        return `At target the saddle would show ${fine(showing)}, over ${fine(ceiling)}: ${cause}.`;
      case 'a little':
        return `Saddle ${fine(showing)} tall, a little over ${fine(ceiling)}. Check whether the bridge was thinned.`;
      case 'is':
        return `Saddle ${fine(showing)} tall, over ${fine(ceiling)}: ${cause}.`;
    }
  },
  'belly-folds':
    'The top is folding: hollow in front of the bridge, humped behind. The structure under the bridge has let go.',
  'leans-much': ({ tilt, folds }, { degrees }) =>
    folds === false
      ? `Bridge leans ${degrees(tilt)}, but the belly is not folding. Some lean is normal: probe plate, braces and bridge’s back edge.`
      : `Bridge leans ${degrees(tilt)} towards the neck, more than usual. Check the belly and feel the braces.`,
  'belly-odd':
    'The belly sits as if far damper than the air says. A hidden loose brace does that: look inside.',
  'dome-sound': 'Even dome: the top is meant to look like that. Leave it alone, even if it looks large.',
  'still-settling': ({ days, after }) => {
    const ago = days < 1 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
    switch (after) {
      case 'work':
        return `Strung up ${ago} and may still move. Let it settle, then cut the saddle once.`;
      case 'new strings':
        return `New strings went on ${ago}. Let them settle overnight, then measure.`;
      case 'slack':
        return `Strung up ${ago} after lying slack. Let it settle a week, then measure.`;
      case null:
        return `Strung up ${ago}, not known after what. It may still move: cut no saddle yet.`;
    }
  },
  'plane-fell': ({ since, fell, by }, { fineError }, { side }) =>
    `Straightedge down ${fineError(fell)} since ${sayDate(since, 'month in full')}, ${side}, season aside. ${MOVED[by ?? 'neither']}.`,
  creeps: ({ creep, perYear }, { yearly }, { side }) =>
    creepWords(actionOf(side!), creep, perYear.value > 0, yearly(perYear)),
};

/** What the season says of the neck: nothing where something else of the instrument asks to look at it. */
const BESIDE: Record<StanceArgs['season-high']['neck'], string> = {
  creeps: 'that is mostly season.',
  asked: 'that is season.',
  'no reset': 'that is season. No neck reset.',
};

/** What makes most of what is off, as far as it is known. */
function because(why: WhyOff, off: 'high' | 'low'): string {
  switch (why.told) {
    case 'not read':
      return 'Measure the rest of the stance to find the cause.';
    case 'readings disagree':
      return 'The readings disagree, so the cause is not known yet.';
    case 'nothing':
      return '';
    case 'after the fold':
      return 'Fix the structure under the bridge; then belly and neck can be told apart.';
    case 'error as large':
      return 'Cause not known yet.';
    case 'cause':
      return `${why.most ? 'Most' : 'The largest part'} of ${off === 'high' ? 'that' : 'what is missing'} is the ${causeName(why.cause)}.`;
  }
}

const causeName = (cause: BudgetCause | 'wheels'): string =>
  cause === 'wheels' ? 'thumb wheels' : CAUSE_WORDS[cause];

/** What no tool on a straightedge sees, m. */
const UNSEEN = 0.02e-3;

/** What is said of it beside its sentence, at a touch. */
export const STANCE_MORE: MoreOf<StanceArgs> = {
  'action-off': ({ now, there, atKept, humidity, why }, { height, fine }) => [
    ...(now === there ? [`At ${humid(humidity)} it would be ${height(atKept)}.`] : []),
    ...(why.told === 'not read' ? [`To find the cause, measure ${list(quantities(why.missing))}.`] : []),
    ...(why.told === 'error as large'
      ? [`The largest part is the ${CAUSE_WORDS[why.cause]}, and its error is as large.`]
      : []),
    ...(why.told === 'cause' ? [`${capital(causeName(why.cause))}: ${fine(why.part)} at fret 12.`] : []),
  ],
  'season-high': wouldBe,
  'season-low': wouldBe,
  'plane-fell': ({ fell, season }, { fine }) => {
    const measured = fell.value + season;
    const read = `Measured ${fine(Math.abs(measured))} ${measured < 0 ? 'up' : 'down'}`;
    if (Math.abs(season) < UNSEEN) return [`${read}; the wood is as damp as it was then.`];
    return [
      season < 0
        ? `${read}; the wood is drier, which hides ${fine(-season)}.`
        : `${read}; ${fine(season)} of that is damper wood.`,
    ];
  },
  'neck-asked': (args) =>
    args && args.reasons.length > 1
      ? [`Besides, ${list(args.reasons.slice(1).map((reason) => NOT_YET[reason]))}.`]
      : [],
  'target-low': ({ atFloor }, { height }) =>
    atFloor.map(({ side, action }) => `With the saddle at its lowest, ${side} action is ${height(action)}.`),
  'saddle-spent': ({ left }, { fine }) =>
    left.length > 1
      ? [`Left: ${list(left.map(({ side, showing }) => `${fine(Math.max(0, showing))} ${side}`))}.`]
      : [],
};

function wouldBe({ humidity, atKept, level }: StanceArgs['season-low'], { height }: Say): string[] {
  return height(atKept) === height(level)
    ? [`At ${humid(humidity)} it would be a little ${atKept < level ? 'lower' : 'higher'}.`]
    : [`At ${humid(humidity)} it would be ${height(atKept)}.`];
}

const NOT_YET: Record<NeckNotYet, string> = {
  disagree: 'the readings disagree',
  slack: 'the action may have been measured slack',
  'lately strung': 'it was strung up only recently',
  'damp season': 'it was measured only in the damp season',
  'belly not read': 'belly and bridge tilt were not measured',
  'shape disagrees': 'eye and readings disagree on the belly',
  'hole sunk': 'the top is sunk at the sound hole',
  'one side': 'one side was not measured',
  'season not told': 'how much is season is not known',
};

const MOVED = {
  belly: 'The belly explains it',
  neck: 'The neck explains it, not the belly',
  neither: 'Belly or neck: too small to say',
} as const;
