import { sayDate } from '../../days/index.js';
import type { BudgetCause, NeckNotYet, StanceArgs, WhyOff } from '../../diagnosis/index.js';
import { HUMIDITY_WINDOW } from '../../targets/index.js';
import { creepWords } from '../creepWords.js';
import type { Say } from '../say.js';
import { actionOf, humid, NBSP } from '../sentence.js';
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
    // what the season moves by less than anybody sees is not spoken of
    const moves = Math.abs(level - atKept) > SEASON_SAID;
    const still = say.height(level) === say.height(atKept) ? `as ${there}` : say.height(atKept);
    const stands =
      now === there
        ? `${actionOf(side!)} is ${there}, about ${say.height(level)}${moves ? `; at ${humid(humidity)} it would still be ${still}` : ''}`
        : `${actionOf(side!)} would be ${there} where it will be kept, ${say.height(atKept)}`;
    return `${stands}.${because(why, there === 'high' ? 'high' : 'low', say)}`;
  },
  'season-high': (args, say, { side }) =>
    `${actionOf(side!)} is ${args.now} now, about ${say.height(args.level)}; ${wouldStand(args, say)}. ${BESIDE[args.neck]} Leave it alone.`,
  'season-low': (args, say, { side }) =>
    `${actionOf(side!)} is ${args.now} now, about ${say.height(args.level)}; ${wouldStand(args, say)}. The wood is dry: humidify, cut nothing.`,
  'season-untold': ({ now, level }, { height }, { side }) =>
    `${actionOf(side!)} is ${now} now, about ${height(level)}; how much of that is season cannot be told yet.`,
  'season-hides': (args, say, { side }) =>
    `${actionOf(side!)} is in range only because the wood is ${args.there === 'high' ? 'dry' : 'damp'}: ${wouldStand(args, say)}.`,
  'damp-room': (args) => {
    const about = args.humidity === null ? null : `${Math.round(args.humidity)}${NBSP}% RH`;
    if (args.state === 'as it was read')
      return `${about ? `The room stood at ${about}` : 'The wood was damp'}: what was read damp is judged for ${Math.round(args.kept)}${NBSP}% RH. Dry it slowly before anything is cut or glued.`;
    return args.state === 'through the year'
      ? `The room averages about ${about}: belly, glue and finish suffer. Dry it slowly; judge and cut at working moisture.`
      : `It will live at about ${about}: belly, glue and finish suffer. Keep that room drier.`;
  },
  'dry-wood': ({ humidity }) =>
    `${humidity === null ? 'The wood is' : `The room stood at ${Math.round(humidity)}${NBSP}% RH,`} too dry: humidify to ${HUMIDITY_WINDOW.wanted}${NBSP}% before you judge, cut or glue.`,
  'saddle-answers': ({ leaves, limit, noReset }, { fine }) => {
    const left = leaves
      ? `trimming leaves ${list(leaves.map(({ side, showing }) => `${fine(showing)} on the ${side} side`))}`
      : 'how much comes off waits for the next reading';
    const within =
      limit === 'floor' && leaves
        ? ', which is its floor; that is near enough'
        : limit === 'break angle'
          ? ', but so low it bends the strings too little behind it: ramp the holes with it'
          : '';
    return `There is saddle enough: ${left}${within}.${noReset && limit === null ? ' No reset.' : ''}`;
  },
  'saddle-taller': ({ side, shows, short }, { fine }) =>
    `The ${side ? `${side} ` : ''}strings stand low${short ? ' and the saddle is short' : ''}: a taller saddle answers it${shows ? `, ${list(shows.map(({ side, showing }) => `${fine(showing)} showing on the ${side} side`))}` : ''}.${shows ? '' : ' How tall waits for the next reading.'}`,
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
  'belly-settled': ({ seen }) =>
    `The belly stands high, ${seen ? 'the dome is even' : 'it does not fold'} and nothing under it is loose: accept it and trim while there is saddle, or set the neck to it as it stands.`,
  'shape-disagrees': ({ seen, by }) =>
    seen === 'folds'
      ? `By eye the top folds; ${by === 'tilt' ? 'the bridge hardly leans' : 'the stations show an even dome'}. Measure belly and lean again before you believe either.`
      : `By eye the dome is even; ${by === 'tilt' ? 'the bridge leans like one that folds' : 'the stations show a hollow before the bridge and a hump behind it'}. Measure belly and lean again before you believe either.`,
  'belly-lifts':
    'The belly is what lifts the bridge: the structure under it comes first, and the neck is judged again after that.',
  'thickness-lifts': 'The bridge is thicker than it was made, and that is what is short at the straightedge.',
  'target-low': ({ floor, atFloor }, { fine, height }) =>
    `The neck is right; the wanted action asks for less saddle than the floor of ${fine(floor)}: at the floor ${list(atFloor.map(({ side, action }) => `${side} action stands at ${height(action)}`))}. No reset.`,
  'saddle-spent': ({ floor, left, state }, { fine }) =>
    state === 'would be'
      ? `The saddle has not enough left: trimming to the target would leave ${list(left.map(({ side, showing }) => `${showing < 0.05e-3 ? 'no saddle at all' : fine(showing)} on the ${side} side`))}, and ${fine(floor)} is the least. Stop trimming and look for the cause.`
      : `The action was bought with the last of the saddle: ${list(left.map(({ side, showing }) => `${fine(showing)} shows on the ${side} side`))}, and ${fine(floor)} is the least. Look for the cause, not at the saddle.`,
  'neck-overset': ({ showing, ceiling, state, told, thinned }, { fine }) => {
    const cause = told
      ? 'the neck is set back too far'
      : thinned
        ? 'the bridge was thinned, or the neck is set back too far. Measure which'
        : 'neck, bridge or belly. Measure which before anything is planned';
    switch (state) {
      case 'would be':
        return `A saddle that reaches the target would show ${fine(showing)}, more than ${fine(ceiling)}: ${cause}.`;
      case 'a little':
        return `The saddle stands ${fine(showing)} tall, a little over ${fine(ceiling)}: check that the bridge was not thinned.`;
      case 'is':
        return `The saddle stands ${fine(showing)} tall, over ${fine(ceiling)}: ${cause}.`;
    }
  },
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
  'still-settling': ({ days, after }) => {
    const ago = `${days} ${days === 1 ? 'day' : 'days'}`;
    switch (after) {
      case 'work':
        return `It was strung up ${ago} ago after work and may still move: cut the saddle once, after it has rested.`;
      case 'new strings':
        return `New strings went on ${ago} ago: let them settle overnight, then measure.`;
      case 'slack':
        return `It was strung up ${ago} ago after standing slack: let it settle a week, then measure.`;
      case null:
        return `It was strung up ${ago} ago, nobody said after what: it may still move, so no saddle is cut yet.`;
    }
  },
  'plane-fell': ({ since, fell, by }, { fineError }, { side }) =>
    `Since ${sayDate(since, 'long')} the straightedge came ${fineError(fell)} closer to the bridge on the ${side} side, the season taken out: ${MOVED[by ?? 'neither']}.`,
  creeps: ({ creep, perYear }, { yearly }, { side }) =>
    creepWords(actionOf(side!), creep, perYear.value > 0, yearly(perYear)),
};

/** Where it will be kept is named once it moves the action by more than this, m. */
const SEASON_SAID = 0.1e-3;

function wouldStand(
  { humidity, atKept, level }: Pick<StanceArgs['season-low'], 'humidity' | 'atKept'> & { level?: number },
  { height, fine }: Say,
): string {
  // what a half of a 64th does not show is said by how far it moves
  const same = level !== undefined && height(level) === height(atKept);
  const by = same ? `${fine(Math.abs(level - atKept))} ${level > atKept ? 'lower' : 'higher'}` : null;
  return `at ${humid(humidity)} it would stand ${by ?? `at ${height(atKept)}`}`;
}

/** What the season says of the neck: nothing where something else of the instrument asks to look at it. */
const BESIDE: Record<StanceArgs['season-high']['neck'], string> = {
  creeps: 'Most of that is season.',
  asked: 'That is season.',
  'no reset': 'That is season: no neck reset.',
};

/** What makes most of what is off, after where it stands. */
function because(why: WhyOff, off: 'high' | 'low', { fine }: Say): string {
  switch (why.told) {
    case 'not read':
      return ` To tell why, measure ${list(quantities(why.missing))}.`;
    case 'readings disagree':
      return ' The readings do not agree, so nobody can tell why yet.';
    case 'nothing':
      return '';
    case 'after the fold':
      return ' Belly and neck are told apart once the structure under the bridge is sound.';
    case 'error as large':
      return ` What causes it cannot be told yet: the largest part is the ${CAUSE_WORDS[why.cause]}, and its error is as large.`;
    case 'cause':
      return ` ${why.most ? 'Most' : 'The largest part'} of ${off === 'high' ? 'what is too much' : 'what is missing'} is the ${why.cause === 'wheels' ? 'thumb wheels' : CAUSE_WORDS[why.cause]}, ${fine(why.part)}.`;
  }
}

const NOT_YET: Record<NeckNotYet, string> = {
  disagree: 'the readings do not agree',
  slack: 'the action may have been read slack',
  'lately strung': 'it was strung up lately',
  'damp season': 'it was read in the damp season only',
  'belly not read': 'belly and lean were not read',
  'shape disagrees': 'eye and stations do not agree on the belly',
  'hole sunk': 'the sound hole lies sunk',
  'one side': 'one side was not read',
  'season not told': 'how much of it is season is not told',
};

const MOVED = {
  belly: 'the belly accounts for it',
  neck: 'the neck accounts for it, not the belly',
  neither: 'whether belly or neck moved is less than the tools can tell',
} as const;
