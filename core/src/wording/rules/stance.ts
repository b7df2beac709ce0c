import { sayDate } from '../../days/index.js';
import type { BudgetCause, NeckNotYet, StanceArgs, WhyOff } from '../../diagnosis/index.js';
import { HUMIDITY_WINDOW } from '../../targets/index.js';
import { creepWords } from '../creepWords.js';
import type { Say } from '../say.js';
import { actionOf, humid } from '../sentence.js';
import { list } from '../words.js';
import { quantities } from './readings.js';
import type { WordsOf } from './wordsOf.js';

const CAUSE_WORDS: Record<BudgetCause, string> = {
  season: 'season',
  nut: 'nut',
  relief: 'relief and what it does to the neck angle',
  belly: 'belly and bridge turn',
  thickness: 'bridge thickness',
  neck: 'neck angle',
  saddle: 'saddle',
  unexplained: 'what is not explained',
};

export const STANCE_WORDS: WordsOf<StanceArgs> = {
  'action-off': (args, say, { side }) => {
    const { now, there, level, atKept, humidity, why } = args;
    const stands =
      now === there
        ? `${actionOf(side!)} is ${there}, about ${say.height(level)}, and not because of the season: at ${humid(humidity)} it would still stand at ${say.height(atKept)}`
        : `${actionOf(side!)} would be ${there} where it will be kept, ${say.height(atKept)}`;
    return `${stands}${because(why, say)}.`;
  },
  'season-high': (args, say, { side }) =>
    `${actionOf(side!)} is ${args.now} now, about ${say.height(args.level)}; ${wouldStand(args, say)}. ${BESIDE[args.neck]} Leave it alone.`,
  'season-low': (args, say, { side }) =>
    `${actionOf(side!)} is ${args.now} now, about ${say.height(args.level)}; ${wouldStand(args, say)}. The wood is dry: humidify, cut nothing.`,
  'season-untold': ({ now, level }, { height }, { side }) =>
    `${actionOf(side!)} is ${now} now, about ${height(level)}; how much of that is season cannot be told yet.`,
  'season-hides': (args, say, { side }) =>
    `${actionOf(side!)} is in range only because the wood is ${args.there === 'high' ? 'dry' : 'damp'}: ${wouldStand(args, say)}.`,
  'damp-room': (args) =>
    args.state === 'through the year'
      ? `The room stands at about ${Math.round(args.humidity)} % RH through the year: belly, glue and finish suffer. Bring it down slowly, and judge and cut at working moisture.`
      : `The room stood at ${Math.round(args.humidity)} % RH: what was read damp is judged for ${Math.round(args.kept)} % RH.`,
  'dry-wood': ({ humidity }) =>
    `The room stood at ${Math.round(humidity)} % RH, too dry: humidify to ${HUMIDITY_WINDOW.wanted} % before anything is judged or glued.`,
  'saddle-answers': ({ leaves, justReached }, { fine }) =>
    `There is saddle enough: trimming leaves ${list(leaves.map(({ side, showing }) => `${fine(showing)} on the ${side} side`))}${justReached ? ', which just reaches the floor within the error' : ''}. No reset.`,
  'saddle-taller': ({ shows }, { fine }) =>
    `The strings stand low and the saddle is short: a taller saddle answers it, ${list(shows.map(({ side, showing }) => `${fine(showing)} showing on the ${side} side`))}.`,
  'neck-due': ({ low, integral }, { fine, fineError }) =>
    integral
      ? `The fret plane runs ${fine(low.value)} too low, and neck and body are one: other strings, the saddle and the bridge come first, then the board is tapered.`
      : `The neck angle is due: the fret plane runs ${fineError(low)} too low at the bridge, and the belly does not account for it.`,
  'neck-asked': (args) =>
    args
      ? `It points to the neck angle, and that is not told yet: ${list(args.reasons.map((reason) => NOT_YET[reason]))}.`
      : 'Belly, bridge or neck cannot be told apart yet: measure before anything is planned.',
  'plane-by-eye': ({ runs, spent }) =>
    `By eye ${[
      ...(runs ? ['the straightedge runs into the front of the bridge'] : []),
      ...(spent ? ['hardly any saddle shows'] : []),
    ].join(' and ')}: a neck set may be coming. Read the stance and the belly before anything is planned.`,
  'belly-lifts':
    'The belly is what lifts the bridge: the structure under it comes first, and the neck is judged again after that.',
  'thickness-lifts': 'The bridge is thicker than it was made, and that is what is short at the straightedge.',
  'target-low': ({ floor, atFloor }, { fine, height }) =>
    `The neck is right; the wanted action asks for less saddle than the floor of ${fine(floor)}: at the floor ${list(atFloor.map(({ side, action }) => `${side} action stands at ${height(action)}`))}. No reset.`,
  'saddle-spent': ({ floor, left, state }, { fine }) =>
    state === 'would be'
      ? `The saddle has not enough left: trimming to the target would leave ${list(left.map(({ side, showing }) => `${showing < 0.05e-3 ? 'no saddle at all' : fine(showing)} on the ${side} side`))}, and ${fine(floor)} is the least. Stop trimming and look for the cause.`
      : `The action was bought with the last of the saddle: ${list(left.map(({ side, showing }) => `${fine(showing)} shows on the ${side} side`))}, and ${fine(floor)} is the least. Look for the cause, not at the saddle.`,
  'neck-overset': ({ showing, ceiling, state }, { fine }) =>
    state === 'would be'
      ? `A saddle that reaches the target would show ${fine(showing)}, more than ${fine(ceiling)}: the neck is set too far back, or the bridge was thinned.`
      : state === 'a little'
        ? `The saddle stands ${fine(showing)} tall, a little more than ${fine(ceiling)}: look whether the bridge was thinned.`
        : `The saddle stands ${fine(showing)} tall, more than ${fine(ceiling)}: the neck is set too far back, or the bridge was thinned.`,
  'belly-folds':
    'The top folds, hollow before the bridge and humped behind it: the structure under the bridge has let go.',
  'leans-much': ({ tilt, folds }, { degrees }) =>
    folds === false
      ? `The bridge leans ${degrees(tilt)} while the belly does not fold: some lean is normal; probe plate, braces and the bridge’s back edge.`
      : `The bridge leans ${degrees(tilt)} towards the neck, more than is usual: look at the belly and feel the braces.`,
  'belly-odd':
    'The belly stands as if the wood were far damper than the air says: a brace that came loose and was not found looks like that. Look inside.',
  'dome-sound':
    'The dome is even: that is how the top is meant to stand. Leave it alone, even where it looks large.',
  'still-settling': ({ days }) =>
    `It was strung up ${days} ${days === 1 ? 'day' : 'days'} ago and may still move: the saddle is cut once, after it has rested.`,
  'plane-fell': ({ since, fell, by }, { fineError }, { side }) =>
    `Since ${sayDate(since, 'long')} the straightedge came ${fineError(fell)} closer to the bridge on the ${side} side, the season taken out: ${MOVED[by ?? 'neither']}.`,
  creeps: ({ creep, perYear }, { yearly }, { side }) =>
    creepWords(actionOf(side!), creep, perYear.value > 0, yearly(perYear)),
};

const wouldStand = (
  { humidity, atKept }: Pick<StanceArgs['season-low'], 'humidity' | 'atKept'>,
  { height }: Say,
): string => `at ${humid(humidity)} it would stand at ${height(atKept)}`;

/** What the season says of the neck: nothing where something else of the instrument asks to look at it. */
const BESIDE: Record<StanceArgs['season-high']['neck'], string> = {
  creeps: 'Most of that is season.',
  asked: 'That is season.',
  'no reset': 'That is season: no neck reset.',
};

/** What makes most of what is off, after where it stands. */
function because(why: WhyOff, { fine }: Say): string {
  switch (why.told) {
    case 'not read':
      return `; what causes it cannot be told before ${list(quantities(why.missing))} ${why.missing.length === 1 ? 'was' : 'were'} measured`;
    case 'readings disagree':
      return '; the readings do not agree, so what causes it cannot be told yet';
    case 'nothing':
      return '';
    case 'after the fold':
      return '; belly and neck are told apart once the structure under the bridge is sound';
    case 'error as large':
      return `; what causes it cannot be told yet, the largest part is the ${CAUSE_WORDS[why.cause]} and its error is as large`;
    case 'cause':
      return `; ${why.most ? 'most' : 'the largest part'} of it is the ${why.cause === 'wheels' ? 'thumb wheels' : CAUSE_WORDS[why.cause]}, ${fine(why.part)}`;
  }
}

const NOT_YET: Record<NeckNotYet, string> = {
  disagree: 'the readings do not agree',
  slack: 'the action may have been read slack',
  'lately strung': 'it was strung up lately',
  'damp season': 'it was read in the damp season only',
  'belly not read': 'belly and lean were not read',
};

const MOVED = {
  belly: 'the belly accounts for it',
  neck: 'the neck accounts for it, not the belly',
  neither: 'whether belly or neck moved is less than the tools can tell',
} as const;
