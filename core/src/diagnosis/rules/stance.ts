import { sayDate } from '../../days/index.js';
import { HUMIDITY_WINDOW, THINNED_BRIDGE, TILT_LIMIT } from '../../targets/index.js';
import { termOf, type BudgetCause } from '../budget.js';
import { creepWords } from '../creepWords.js';
import type { Found, Say } from '../finding.js';
import type { PlaneMoved, Source } from '../evidence.js';
import type { Known } from '../known.js';
import { isIntegral } from '../neckFacts.js';
import type { QuestionId } from '../questions.js';
import type { SideStance } from '../sideStance.js';
import { neckMayBeDue, slackTyped } from '../stanceVerdict.js';
import { one, type Rule } from './rule.js';

export const CAUSE_WORDS: Record<BudgetCause, string> = {
  season: 'season',
  nut: 'nut',
  relief: 'relief and what it does to the neck angle',
  belly: 'belly and bridge turn',
  thickness: 'bridge thickness',
  neck: 'neck angle',
  saddle: 'saddle',
  unexplained: 'what is not explained',
};

const STANCE = ['action12', 'relief', 'firstFretGap', 'straightedge', 'saddleShowing'] as const;
const capital = (side: string) => `${side[0]!.toUpperCase()}${side.slice(1)}`;
const list = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

/** What the action asks for: why it stands as it does, and what answers it. */
export const STANCE_RULES: Rule[] = [
  {
    id: 'action-off',
    severity: 'playing',
    find: (known) =>
      known.sides
        .filter(
          ({ now, there, told, side }) =>
            there !== 'right' && told && now !== 'right' && !slackTyped(known).includes(side),
        )
        .map((side): Found => ({
          side: side.side,
          certainty: side.sure ? 'certain' : 'probable',
          say: (say) => offSentence(known, side, say),
          evidence: known.ofSide(side.side, ...STANCE),
          check: whatTells(known, side),
        })),
  },
  {
    id: 'season-high',
    severity: 'watch',
    never: ['trim', 'cut', 'reset'],
    find: (known) =>
      known.sides
        .filter(
          ({ now, there, told, side }) =>
            now === 'high' && there === 'right' && told && !slackTyped(known).includes(side),
        )
        .map((side): Found => ({
          side: side.side,
          say: (say) =>
            `${standsNow(side, say)}; ${wouldStand(known, side, say)}. ${seasonWords(known, side)} Leave it alone.`,
          evidence: known.ofSide(side.side, 'action12'),
        })),
  },
  {
    id: 'season-low',
    severity: 'watch',
    never: ['cut'],
    find: (known) =>
      known.sides
        .filter(
          ({ now, there, told, side }) =>
            now === 'low' && there === 'right' && told && !slackTyped(known).includes(side),
        )
        .map((side): Found => ({
          side: side.side,
          say: (say) =>
            `${standsNow(side, say)}; ${wouldStand(known, side, say)}. The wood is dry: humidify, cut nothing.`,
          evidence: known.ofSide(side.side, 'action12'),
        })),
  },
  {
    id: 'season-untold',
    severity: 'watch',
    never: ['trim', 'cut', 'reset'],
    check: ['other-season'],
    find: (known) =>
      known.sides
        .filter(({ now, told, side }) => now !== 'right' && !told && !slackTyped(known).includes(side))
        .map((side): Found => ({
          side: side.side,
          certainty: 'suspected',
          say: (say) => `${standsNow(side, say)}; how much of that is season cannot be told yet.`,
          evidence: known.ofSide(side.side, 'action12'),
        })),
  },
  {
    id: 'season-hides',
    severity: 'watch',
    check: ['other-season'],
    find: (known) =>
      known.sides
        .filter(
          ({ now, there, sure, side }) =>
            now === 'right' && there !== 'right' && sure && !slackTyped(known).includes(side),
        )
        .map((side): Found => ({
          side: side.side,
          say: ({ height }) =>
            `${capital(side.side)} action is in range only because the wood is ${side.there === 'high' ? 'dry' : 'damp'}: at ${humid(known)} it would stand at ${height(side.atKept)}.`,
          evidence: known.ofSide(side.side, 'action12'),
        })),
  },
  {
    id: 'damp-room',
    severity: 'structural',
    never: ['damp', 'cut', 'glueDry'],
    find: (known) => {
      const { humidity, year, kept, moisture } = known.evidence.air;
      const damp = year && year.mean > DAMP_HUMIDITY ? year.mean : null;
      const now = humidity !== null && humidity > DAMP_HUMIDITY;
      return one(
        damp !== null ||
          (now && moisture !== null && moisture.value > kept.moisture + 1) ||
          kept.humidity > 60,
        () => ({
          certainty: damp !== null || kept.humidity > 60 ? 'certain' : 'probable',
          severity: damp !== null || kept.humidity > 60 ? 'structural' : 'watch',
          say: () =>
            damp !== null || kept.humidity > 60
              ? `The room stands at about ${Math.round(damp ?? kept.humidity)} % RH through the year: belly, glue and finish suffer. Bring it down slowly, and judge and cut at working moisture.`
              : `The room stood at ${Math.round(humidity!)} % RH: what was read damp is judged for ${Math.round(kept.humidity)} % RH.`,
          evidence: [{ of: 'air', date: known.evidence.date }],
          check: year === null ? ['hygrometer'] : [],
        }),
      );
    },
  },
  {
    id: 'dry-wood',
    severity: 'watch',
    never: ['cut', 'glueDry'],
    find: (known) => {
      const { humidity } = known.evidence.air;
      return one(humidity !== null && humidity < HUMIDITY_WINDOW.from, () => ({
        say: () =>
          `The room stood at ${Math.round(humidity!)} % RH, too dry: humidify to ${HUMIDITY_WINDOW.wanted} % before anything is judged or glued.`,
        evidence: [{ of: 'air', date: known.evidence.date }],
      }));
    },
  },
  {
    id: 'saddle-answers',
    severity: 'playing',
    find: (known) => {
      const verdict = known.verdict;
      const { answer, changes } = verdict;
      return one(answer === 'trim', () => ({
        say: ({ fine }) =>
          `There is saddle enough: trimming leaves ${list(changes.map(({ side, saddle }) => `${fine(saddle!.remains.value)} on the ${side} side`))}${changes.some(({ saddle }) => saddle!.justReached) ? ', which just reaches the floor within the error' : ''}. No reset.`,
        evidence: changes.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
        check: known.readsOf('breakAngle').length === 0 ? ['break-angle'] : [],
      }));
    },
  },
  {
    id: 'saddle-taller',
    severity: 'playing',
    never: ['reset', 'cut'],
    find: (known) => {
      const { answer, changes } = known.verdict;
      return one(answer === 'taller', () => ({
        say: ({ fine }) =>
          `The strings stand low and the saddle is short: a taller saddle answers it, ${list(changes.map(({ side, saddle }) => `${fine(saddle!.remains.value)} showing on the ${side} side`))}.`,
        evidence: changes.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
      }));
    },
  },
  {
    id: 'neck-due',
    severity: 'structural',
    check: ['joint-kind'],
    find: (known) => {
      const verdict = known.verdict;
      const asks = verdict.answer === 'not enough' ? verdict.short : verdict.spent;
      const due = verdict.cause === 'neck' && neckMayBeDue(known, verdict) && !known.archtop;
      const integral = isIntegral(known.instrument);
      return one(due, () => {
        const low = lowest(asks);
        const neck = termOf(low.budget!, 'neck');
        return {
          say: ({ fine, fineError }) =>
            integral
              ? `The fret plane runs ${fine(neck.value / low.budget!.lever)} too low, and neck and body are one: other strings, the saddle and the bridge come first, then the board is tapered.`
              : `The neck angle is due: the fret plane runs ${fineError({ value: neck.value / low.budget!.lever, sd: neck.sd / low.budget!.lever })} too low at the bridge, and the belly does not account for it.`,
          evidence: known.ofSide(low.side, 'straightedge', 'saddleShowing', 'action12'),
          check: known.instrument.build.neckJoint ? [] : ['joint-kind'],
        };
      });
    },
  },
  {
    id: 'neck-asked',
    severity: 'structural',
    never: ['reset'],
    find: (known) => {
      const verdict = known.verdict;
      const asked =
        !known.archtop &&
        (verdict.cause === 'not told' || (verdict.cause === 'neck' && !neckMayBeDue(known, verdict)));
      return one(asked, () => {
        const asks = verdict.answer === 'not enough' ? verdict.short : verdict.spent;
        return {
          certainty: 'suspected',
          say: () =>
            verdict.cause === 'neck'
              ? `It points to the neck angle, and that is not told yet: ${whyNotYet(known)}.`
              : 'Belly, bridge or neck cannot be told apart yet: measure before anything is planned.',
          evidence: asks.flatMap(({ side }) => known.ofSide(side, 'straightedge', 'saddleShowing')),
          check: tellsApart(known, verdict.held.season),
        };
      });
    },
  },
  {
    id: 'plane-by-eye',
    severity: 'structural',
    never: ['trim', 'reset'],
    check: ['full-stance', 'belly-and-lean'],
    find: (known) => {
      const runs = known.has('straightedgeLook', 'runs-into-the-front');
      const spent = known.has('saddleLook', 'hardly-any');
      // once the stance was read, the readings speak
      const read = known.sides.some(({ budget }) => budget !== null);
      return one((runs || spent) && !read, () => ({
        certainty: 'suspected',
        say: () =>
          `By eye ${[
            ...(runs ? ['the straightedge runs into the front of the bridge'] : []),
            ...(spent ? ['hardly any saddle shows'] : []),
          ].join(
            ' and ',
          )}: a neck set may be coming. Read the stance and the belly before anything is planned.`,
        evidence: known.ofPoints('straightedgeLook', 'saddleLook'),
      }));
    },
  },
  {
    id: 'belly-lifts',
    severity: 'structural',
    never: ['reset', 'trim'],
    find: (known) => {
      const { cause, answer, short, spent, fold } = known.verdict;
      return one(cause === 'belly' && !known.archtop, () => ({
        certainty: fold === 'folds' ? 'certain' : 'probable',
        say: () =>
          'The belly is what lifts the bridge: the structure under it comes first, and the neck is judged again after that.',
        evidence: [
          ...ofFold(known),
          ...known.ofReads(known.read('bellyBehindBridge', 'centre')),
          ...(answer === 'not enough' ? short : spent).flatMap(({ side }) =>
            known.ofSide(side, 'straightedge'),
          ),
        ],
        check: underTheBridge(known),
        schools: [
          'Flatten the belly and keep the angle; or accept it and trim while there is saddle; or set the neck to the belly as it stands.',
        ],
      }));
    },
  },
  {
    id: 'thickness-lifts',
    severity: 'structural',
    never: ['reset'],
    check: ['bridge-thickness'],
    find: (known) =>
      one(known.verdict.cause === 'thickness', () => ({
        say: () => 'The bridge is thicker than it was made, and that is what is short at the straightedge.',
        evidence: known.ofReads(...known.readsOf('bridgeThickness')),
      })),
  },
  {
    id: 'target-low',
    severity: 'playing',
    never: ['reset'],
    find: (known) => {
      const { cause, answer, short } = known.verdict;
      return one(cause === 'target' && answer === 'not enough' && !known.archtop, () => ({
        say: ({ fine, height }) =>
          `The neck is right; the wanted action asks for less saddle than the floor of ${fine(short[0]!.saddle!.floor)}: at the floor ${list(short.map((side) => `${side.side} action stands at ${height(atFloor(side))}`))}. No reset.`,
        evidence: short.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
      }));
    },
  },
  {
    id: 'saddle-spent',
    severity: 'structural',
    never: ['trim'],
    find: (known) => {
      const { answer, short, spent } = known.verdict;
      if (known.archtop || known.verdict.cause === 'target') return [];
      if (answer === 'not enough')
        return [
          {
            say: ({ fine }) =>
              `The saddle has not enough left: trimming to the target would leave ${list(short.map(({ side, saddle }) => `${left(saddle!.remains.value, fine)} on the ${side} side`))}, and ${fine(short[0]!.saddle!.floor)} is the least. Stop trimming and look for the cause.`,
            evidence: short.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
          },
        ];
      return one(spent.length > 0, () => ({
        say: ({ fine }) =>
          `The action was bought with the last of the saddle: ${list(spent.map(({ side, saddle }) => `${fine(saddle!.showing.value)} shows on the ${side} side`))}, and ${fine(spent[0]!.saddle!.floor)} is the least. Look for the cause, not at the saddle.`,
        evidence: spent.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
      }));
    },
  },
  {
    id: 'neck-overset',
    severity: 'structural',
    never: ['cut'],
    find: (known) => {
      const { answer, short, tall } = known.verdict;
      const over = answer === 'too tall' ? short : answer === 'nothing is off' ? tall : [];
      const thinned = known.has('bridge', 'planed-thin') || thinBridge(known);
      // a little over what stands well is no fault yet
      const little =
        answer !== 'too tall' &&
        over.every(({ saddle }) => saddle!.showing.value - saddle!.ceiling < LITTLE_OVER);
      return one(over.length > 0 && !known.archtop, () => ({
        severity: little ? 'watch' : 'structural',
        certainty: thinned || little ? 'probable' : 'certain',
        say: ({ fine }) =>
          answer === 'too tall'
            ? `A saddle that reaches the target would show ${fine(over[0]!.saddle!.remains.value)}, more than ${fine(over[0]!.saddle!.ceiling)}: the neck is set too far back, or the bridge was thinned.`
            : little
              ? `The saddle stands ${fine(over[0]!.saddle!.showing.value)} tall, a little more than ${fine(over[0]!.saddle!.ceiling)}: look whether the bridge was thinned.`
              : `The saddle stands ${fine(over[0]!.saddle!.showing.value)} tall, more than ${fine(over[0]!.saddle!.ceiling)}: the neck is set too far back, or the bridge was thinned.`,
        evidence: over.flatMap(({ side }) => known.ofSide(side, 'straightedge', 'saddleShowing')),
        check: known.readsOf('bridgeThickness').length === 0 ? ['bridge-thickness'] : [],
      }));
    },
  },
  {
    id: 'belly-folds',
    severity: 'structural',
    never: ['reset', 'trim'],
    find: (known) => {
      const { fold, cause } = known.verdict;
      // where the stance says it already, it is said once
      return one(fold === 'folds' && cause !== 'belly', () => ({
        say: () =>
          'The top folds, hollow before the bridge and humped behind it: the structure under the bridge has let go.',
        evidence: ofFold(known),
        check: underTheBridge(known),
      }));
    },
  },
  {
    id: 'leans-much',
    severity: 'watch',
    never: ['flatten'],
    find: (known) => {
      const tilt = known.read('bridgeTilt', 'centre');
      const { fold } = known.verdict;
      return one(tilt !== null && tilt.value - 2 * tilt.sd > TILT_LIMIT && fold !== 'folds', () => ({
        certainty: 'suspected',
        check: [
          ...(fold === 'does not fold' ? [] : (['belly-and-lean'] as const)),
          ...(known.instrument.planDrawn ? (['walk-weight'] as const) : []),
          'feel-braces',
        ],
        say: ({ degrees }) =>
          fold === 'does not fold'
            ? `The bridge leans ${degrees(tilt!.value)} while the belly does not fold: some lean is normal; probe plate, braces and the bridge’s back edge.`
            : `The bridge leans ${degrees(tilt!.value)} towards the neck, more than is usual: look at the belly and feel the braces.`,
        evidence: known.ofReads(tilt),
      }));
    },
  },
  {
    id: 'belly-odd',
    severity: 'watch',
    find: (known) => {
      const belly = known.evidence.top?.belly;
      return one(belly?.lookInside === true && known.verdict.fold !== 'folds', () => ({
        certainty: 'suspected',
        say: () =>
          'The belly stands as if the wood were far damper than the air says: a brace that came loose and was not found looks like that. Look inside.',
        evidence: [{ of: 'top', date: belly!.date }],
        check: ['feel-braces', ...(known.instrument.planDrawn ? (['walk-weight'] as const) : [])],
      }));
    },
  },
  {
    id: 'dome-sound',
    severity: 'watch',
    never: ['flatten'],
    find: (known) =>
      one(
        known.has('topShape', 'even-dome') &&
          known.looked('topBraces') !== 'found so' &&
          known.marksOf('separation').length === 0 &&
          known.verdict.cause !== 'belly',
        () => ({
          say: () =>
            'The dome is even: that is how the top is meant to stand. Leave it alone, even where it looks large.',
          evidence: known.ofPoints('topShape'),
        }),
      ),
  },
  {
    id: 'still-settling',
    severity: 'watch',
    never: ['trim', 'cut', 'reset'],
    check: ['rest'],
    find: (known) => {
      const days = known.evidence.restingDays;
      return one(days !== null, () => ({
        say: () =>
          `It was strung up ${days} ${days === 1 ? 'day' : 'days'} ago and may still move: the saddle is cut once, after it has rested.`,
        evidence: [{ of: 'history', date: known.evidence.pitchDate }],
      }));
    },
  },
  {
    id: 'plane-fell',
    severity: 'watch',
    find: (known) =>
      known.evidence.moved
        .filter(({ fell }) => fell.value > Math.max(2 * fell.sd, FELL))
        .map((moved): Found => ({
          side: moved.side,
          say: ({ fineError }) =>
            `Since ${sayDate(moved.since, 'long')} the straightedge came ${fineError(moved.fell)} closer to the bridge on the ${moved.side} side, the season taken out: ${movedWords(moved)}.`,
          evidence: [
            ...known.ofSide(moved.side, 'straightedge'),
            ...known.ofReads(known.read('bellyBehindBridge', 'centre')),
          ],
        })),
  },
  {
    id: 'creeps',
    severity: 'structural',
    find: (known) =>
      (['bass', 'treble'] as const).flatMap((side): Found[] => {
        const history = known.evidence.history[side];
        if (history?.creep !== 'creeping' && history?.creep !== 'probably creeping') return [];
        const { creep, perYear } = history;
        return [
          {
            side,
            certainty: creep === 'creeping' ? 'certain' : 'probable',
            severity: creep === 'creeping' && perYear.value > 0 ? 'structural' : 'watch',
            say: ({ yearly }) =>
              creepWords(`${capital(side)} action`, creep, perYear.value > 0, yearly(perYear)),
            evidence: known.ofSide(side, 'action12'),
          },
        ];
      }),
  },
];

/** Over this the air is damp for an instrument, percent. Common practice. */
const DAMP_HUMIDITY = 60;
/** A straightedge that came closer by less than this is no news, m. House figure. */
const FELL = 0.3e-3;
/** Up to so much over its ceiling a saddle is only tall, m. House figure. */
const LITTLE_OVER = 1e-3;

const thinBridge = (known: Known): boolean => {
  const middle = known.read('bridgeThickness', 'middle');
  return middle !== null && middle.value + 2 * middle.sd < THINNED_BRIDGE;
};

const lowest = (sides: readonly SideStance[]): SideStance =>
  [...sides].sort((a, b) => a.budget!.plane.value - b.budget!.plane.value)[0]!;

/** The humidity that it will be kept at. */
const humid = (known: Known): string => `${Math.round(known.evidence.air.kept.humidity)}\u00a0%\u00a0RH`;

const standsNow = ({ side, now, level }: SideStance, { height }: Say): string =>
  `${capital(side)} action is ${now} now, about ${height(level)}`;
const wouldStand = (known: Known, { atKept }: SideStance, { height }: Say): string =>
  `at ${humid(known)} it would stand at ${height(atKept)}`;

/** What the season says of the neck: nothing where something else of the instrument asks to look at it. */
function seasonWords(known: Known, { side }: SideStance): string {
  const creep = known.evidence.history[side]?.creep;
  if (creep === 'creeping' || creep === 'probably creeping') return 'Most of that is season.';
  const { cause } = known.verdict;
  const neckAsked =
    (cause !== null && cause !== 'target') ||
    known.sides.some(({ there }) => there !== 'right') ||
    Object.values(known.evidence.history).some(({ bodyLeaves }) => bodyLeaves);
  return neckAsked ? 'That is season.' : 'That is season: no neck reset.';
}

/** The action that a saddle at its floor gives, season, relief and nut put right. */
const atFloor = ({ budget, saddle, rest }: SideStance): number =>
  budget!.target + rest!.value - (saddle!.showing.value - saddle!.floor) * budget!.lever;

const left = (remains: number, fine: Say['fine']): string =>
  remains < 0.05e-3 ? 'no saddle at all' : fine(remains);

/** One sentence: where it stands, and would stand where it will be kept, and what gives the most of that. */
function offSentence(
  known: Known,
  { side, there, now, level, kept, atKept, budget, leading, missing }: SideStance,
  { height, fine }: Say,
): string {
  const stands =
    now === there
      ? `${capital(side)} action is ${there}, about ${height(level)}, and not because of the season: at ${humid(known)} it would still stand at ${height(atKept)}`
      : `${capital(side)} action would be ${there} where it will be kept, ${height(atKept)}`;
  if (!budget)
    return `${stands}; what causes it cannot be told before ${list(missing)} ${missing.length === 1 ? 'was' : 'were'} measured.`;
  if (known.verdict.held.disagree)
    return `${stands}; the readings do not agree, so what causes it cannot be told yet.`;
  if (!leading || (known.archtop && !leading.told)) return `${stands}.`;
  const { term, told } = leading;
  const between: readonly BudgetCause[] = ['belly', 'neck', 'thickness'];
  if (between.includes(term.cause) && term.cause !== 'belly' && known.verdict.fold === 'folds')
    return `${stands}; belly and neck are told apart once the structure under the bridge is sound.`;
  if (!told)
    return `${stands}; what causes it cannot be told yet, the largest part is the ${CAUSE_WORDS[term.cause]} and its error is as large.`;
  const cause = known.archtop && term.cause === 'saddle' ? 'thumb wheels' : CAUSE_WORDS[term.cause];
  const most = Math.abs(term.value) > Math.abs(kept.value) / 2 ? 'most' : 'the largest part';
  return `${stands}; ${most} of it is the ${cause}, ${fine(Math.abs(term.value))}.`;
}

/** What to measure where the largest cause cannot be told. */
function whatTells(known: Known, { budget, leading }: SideStance): QuestionId[] {
  if (!budget) return ['full-stance'];
  if (known.verdict.held.disagree) return ['again'];
  if (!leading || leading.told || known.archtop) return [];
  const { cause } = leading.term;
  if (cause === 'belly' || cause === 'neck' || cause === 'thickness') return tellsApart(known, false);
  return cause === 'season' ? ['other-season'] : ['again'];
}

/** What tells belly, bridge and neck apart, of what was not read yet. */
function tellsApart(known: Known, season: boolean): QuestionId[] {
  const belly =
    known.read('bridgeTilt', 'centre') !== null &&
    (known.read('bellyBehindBridge', 'centre') !== null || known.readsOf('bellyAlong').length > 0);
  return [
    ...(belly ? [] : (['belly-and-lean'] as const)),
    ...(known.readsOf('fretPlane').length > 0 ? [] : (['fret-plane'] as const)),
    ...(known.readsOf('bridgeThickness').length > 0 || known.archtop ? [] : (['bridge-thickness'] as const)),
    ...(season ? (['other-season'] as const) : []),
  ];
}

/** What tells that a top folds. */
function ofFold(known: Known): Source[] {
  const belly = known.evidence.top?.belly;
  return [
    ...known.ofPoints('topShape'),
    ...(belly ? [{ of: 'top' as const, date: belly.date }] : []),
    ...known.ofReads(known.read('bridgeTilt', 'centre')),
  ];
}

/** What is looked at where the structure under the bridge has let go, of what was not looked at yet. */
function underTheBridge(known: Known): QuestionId[] {
  const braces = known.evidence.marks.some(({ kind }) => kind === 'separation');
  return [
    ...(braces || known.looked('topBraces') === 'found sound' ? [] : (['feel-braces'] as const)),
    ...(known.looked('bridgePlate') === 'found sound' && known.looked('grainCrack') === 'found sound'
      ? []
      : (['plate-look'] as const)),
    ...(known.instrument.build.oldGlue === undefined ? (['old-glue'] as const) : []),
  ];
}

function whyNotYet(known: Known): string {
  const { held, fold } = known.verdict;
  const reasons = [
    ...(held.disagree ? ['the readings do not agree'] : []),
    ...(held.slack ? ['the action may have been read slack'] : []),
    ...(held.resting ? ['it was strung up lately'] : []),
    ...(held.season ? ['it was read in the damp season only'] : []),
    ...(fold === 'not told' || fold === 'may fold' ? ['belly and lean were not read'] : []),
  ];
  return list(reasons.length > 0 ? reasons : ['belly and lean were not read']);
}

/** What moved between an earlier examination and the last, in words. */
function movedWords({ belly, neck }: PlaneMoved): string {
  const [b, n] = [Math.abs(belly.value), Math.abs(neck.value)];
  if (b > 2 * belly.sd && b >= n) return 'the belly accounts for it';
  if (n > 2 * neck.sd && n > b) return 'the neck accounts for it, not the belly';
  return 'whether belly or neck moved is less than the tools can tell';
}
