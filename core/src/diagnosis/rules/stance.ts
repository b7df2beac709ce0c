import type { Uncertain } from '../../numeric/index.js';
import { STRING_SIDES, type StringSide } from '../../strings/index.js';
import { type QuantityId } from '../../readings/index.js';
import { HUMIDITY_WINDOW, THINNED_BRIDGE, TILT_LIMIT } from '../../targets/index.js';
import { termOf, TOLD_AT, type BudgetCause } from '../budget.js';
import { airVerdict } from '../damp.js';
import type { Evidence, PlaneMoved, Source } from '../evidence.js';
import { foldDisagrees } from '../fold.js';
import type { Known } from '../known.js';
import { asksJoint, holeSunk, isIntegral } from '../neckFacts.js';
import { neckMoves } from '../neckStraight.js';
import type { QuestionId } from '../questions.js';
import { setBetween, type Reserve } from '../reserve.js';
import type { Certainty, Forbidden } from '../severity.js';
import type { SideStance, Stand } from '../sideStance.js';
import { comesDown, neckMayBeDue, neckOverset, slackTyped } from '../stanceVerdict.js';
import { one, type Found, type RulesOf } from './rule.js';

/** What makes most of what is off, as far as it is told. */
export type WhyOff =
  | { told: 'not read'; missing: QuantityId[] }
  | { told: 'readings disagree' | 'nothing' | 'after the fold' }
  | { told: 'error as large'; cause: BudgetCause }
  /** its part, m, and whether that is more than half */
  | { told: 'cause'; cause: BudgetCause | 'wheels'; part: number; most: boolean };

/** Why an angle of the neck is not told yet. */
export type NeckNotYet =
  | 'disagree'
  | 'slack'
  | 'lately strung'
  | 'damp season'
  | 'belly not read'
  | 'shape disagrees'
  | 'hole sunk'
  | 'one side'
  | 'season not told';

interface Now {
  now: Stand;
  /** about, m */
  level: number;
}
/** Where it would stand at the humidity that it will be kept at, m and percent. */
interface Kept {
  atKept: number;
  humidity: number;
}
/** What shows of the saddle on a side, m. */
interface Showing {
  side: StringSide;
  showing: number;
}

/** Lengths m, angles rad, humidity percent, days by their date. */
export interface StanceArgs {
  'action-off': Now & Kept & { there: Stand; why: WhyOff };
  'season-high': Now & Kept & { neck: 'creeps' | 'asked' | 'no reset' };
  'season-low': Now & Kept;
  'season-untold': Now;
  'season-hides': Kept & { there: Stand };
  'damp-room':
    | { state: 'through the year' | 'where it will be kept'; humidity: number }
    | { state: 'as it was read'; humidity: number | null; kept: number };
  /** of the room while it was read; null where only the wood is dry */
  'dry-wood': { humidity: number | null };
  /** null where its height waits for another reading; what it is limited by, and whether a neck set may hide behind it */
  'saddle-answers': {
    leaves: Showing[] | null;
    limit: 'floor' | 'break angle' | null;
    noReset: boolean;
  };
  /** of one side; null where both stand low */
  'saddle-taller': { side: StringSide | null; shows: Showing[] | null; short: boolean };
  /** how far the fret plane runs too low at the bridge */
  'neck-due': { low: Uncertain; integral: boolean };
  /** null where it is not told to be the neck either */
  'neck-asked': { reasons: NeckNotYet[] } | null;
  'plane-by-eye': { runs: boolean; spent: boolean };
  'belly-lifts': null;
  /** it stands high, and nothing under it is loose */
  'belly-settled': { seen: boolean };
  /** by eye it folds, or does not, and what was measured says otherwise */
  'shape-disagrees': { seen: 'folds' | 'does not fold'; by: 'stations' | 'tilt' };
  'thickness-lifts': null;
  'target-low': { floor: number; atFloor: { side: StringSide; action: number }[] };
  'saddle-spent': { floor: number; left: Showing[]; state: 'would be' | 'is' };
  /** null where it is told to be the neck; else what may be the cause besides */
  'neck-overset': {
    showing: number;
    ceiling: number;
    state: 'would be' | 'a little' | 'is';
    told: boolean;
    thinned: boolean;
  };
  'belly-folds': null;
  'leans-much': { tilt: number; folds: boolean | null };
  'belly-odd': null;
  'dome-sound': null;
  'still-settling': NonNullable<Evidence['resting']>;
  'plane-fell': Pick<PlaneMoved, 'since' | 'fell' | 'season'> & { by: 'belly' | 'neck' | null };
  creeps: { creep: 'creeping' | 'probably creeping'; perYear: Uncertain };
}

const STANCE = ['action12', 'relief', 'firstFretGap', 'straightedge', 'saddleShowing'] as const;

/** Sides of which something is told that is so, and whose action was not typed slack. */
const sidesThat = (known: Known, so: (side: SideStance) => boolean): SideStance[] =>
  known.sides.filter((side) => so(side) && !slackTyped(known).includes(side.side));
const nowOf = ({ now, level }: SideStance): Now => ({ now, level });
const keptOf = (known: Known, { atKept }: SideStance): Kept => ({
  atKept,
  humidity: known.evidence.air.kept.humidity,
});

/** What the action asks for: why it stands as it does, and what answers it. */
export const STANCE_RULES: RulesOf<StanceArgs> = {
  'action-off': {
    severity: 'playing',
    roles: ['of the action', 'set-up may answer', 'where it stands', 'on the card'],
    find: (known) =>
      sidesThat(known, ({ now, there, told }) => there !== 'right' && told && now !== 'right').map(
        (side) => ({
          side: side.side,
          certainty: side.sure ? 'certain' : 'probable',
          args: { ...nowOf(side), ...keptOf(known, side), there: side.there, why: whyOff(known, side) },
          evidence: known.ofSide(side.side, ...STANCE),
          check: whatTells(known, side),
        }),
      ),
  },
  'season-high': {
    severity: 'watch',
    roles: ['set-up may answer', 'where it stands', 'on the card'],
    never: ['trim', 'reset'],
    find: (known) =>
      sidesThat(known, ({ now, there, told }) => now === 'high' && there === 'right' && told).map((side) => ({
        side: side.side,
        ...seasonRead(known, side),
        args: { ...nowOf(side), ...keptOf(known, side), neck: neckBeside(known, side) },
        evidence: known.ofSide(side.side, 'action12'),
      })),
  },
  'season-low': {
    severity: 'watch',
    roles: ['set-up may answer', 'where it stands', 'on the card'],
    never: ['cut', 'trim', 'nut'],
    find: (known) =>
      sidesThat(known, ({ now, there, told }) => now === 'low' && there === 'right' && told).map((side) => ({
        side: side.side,
        ...seasonRead(known, side),
        args: { ...nowOf(side), ...keptOf(known, side) },
        evidence: known.ofSide(side.side, 'action12'),
      })),
  },
  'season-untold': {
    severity: 'watch',
    roles: ['where it stands', 'on the card'],
    never: ['trim', 'reset'],
    check: ['other-season'],
    find: (known) =>
      sidesThat(known, ({ now, told }) => now !== 'right' && !told).map((side) => ({
        side: side.side,
        certainty: 'suspected',
        args: nowOf(side),
        evidence: known.ofSide(side.side, 'action12'),
      })),
  },
  'season-hides': {
    severity: 'watch',
    roles: ['where it stands', 'on the card'],
    check: ['other-season'],
    find: (known) =>
      sidesThat(known, ({ now, there, sure }) => now === 'right' && there !== 'right' && sure).map(
        (side) => ({
          side: side.side,
          args: { ...keptOf(known, side), there: side.there },
          evidence: known.ofSide(side.side, 'action12'),
        }),
      ),
  },
  'damp-room': {
    severity: 'structural',
    roles: ['quiet', 'of the air'],
    never: ['damp', 'cut', 'trim', 'nut', 'glueDry'],
    find: (known) => {
      const { humidity, year, kept } = known.evidence.air;
      const { wood, said, room, home } = airVerdict(known.evidence.air);
      const lasting = room ?? home;
      if (lasting === null && said !== 'damp') return [];
      return [
        {
          certainty: lasting === null ? 'probable' : 'certain',
          severity: lasting === null ? 'watch' : 'structural',
          // where only its home is damp the wood is worked as it is now
          ...(wood === 'damp' ? {} : { never: ['damp'] }),
          args:
            room !== null
              ? { state: 'through the year', humidity: room }
              : home !== null
                ? { state: 'where it will be kept', humidity: home }
                : { state: 'as it was read', humidity, kept: kept.humidity },
          evidence: [{ of: 'air', date: known.evidence.date }],
          check: year === null ? ['hygrometer'] : [],
        },
      ];
    },
  },
  'dry-wood': {
    severity: 'watch',
    roles: ['of the air'],
    never: ['cut', 'trim', 'nut', 'glueDry'],
    find: (known) => {
      const { air, date } = known.evidence;
      if (airVerdict(air).said !== 'dry') return [];
      const dryAir = air.humidity !== null && air.humidity < HUMIDITY_WINDOW.from;
      return [{ args: { humidity: dryAir ? air.humidity : null }, evidence: [{ of: 'air', date }] }];
    },
  },
  'saddle-answers': {
    severity: 'playing',
    roles: ['of the action', 'set-up may answer'],
    find: (known) => {
      const { answer, changes } = known.verdict;
      const down = changes.filter(comesDown);
      return one((answer === 'trim' || answer === 'trim and taller') && down.length > 0, () => ({
        args: {
          leaves: heightsOf(known, down),
          limit: down.some(({ saddle }) => saddle!.ramps)
            ? 'break angle'
            : down.some(({ saddle }) => saddle!.verdict === 'just enough')
              ? 'floor'
              : null,
          noReset: !known.has('bridge', 'planed-thin') && !thinBridge(known),
        },
        evidence: down.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
        check: known.readsOf('breakAngle').length === 0 ? ['break-angle'] : [],
      }));
    },
  },
  'saddle-taller': {
    severity: 'playing',
    roles: ['of the action'],
    never: ['reset'],
    find: (known) => {
      const { answer, changes } = known.verdict;
      const up = changes.filter((side) => !comesDown(side));
      return one((answer === 'taller' || answer === 'trim and taller') && up.length > 0, () => ({
        args: {
          side: up.length === 1 && known.sides.length > 1 ? up[0]!.side : null,
          shows: heightsOf(known, up),
          short: up.some(({ saddle }) => saddle!.showing.value < saddle!.ceiling),
        },
        evidence: up.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
      }));
    },
  },
  'neck-due': {
    severity: 'structural',
    roles: ['set-up may answer'],
    find: (known) => {
      const verdict = known.verdict;
      const asks = verdict.answer === 'not enough' ? verdict.short : verdict.spent;
      const due = verdict.cause === 'neck' && neckMayBeDue(known, verdict) && !known.archtop;
      return one(due, () => {
        const low = lowest(asks);
        const { value, sd } = termOf(low.budget!, 'neck');
        const { lever } = low.budget!;
        return {
          args: {
            low: { value: value / lever, sd: sd / lever },
            integral: isIntegral(known.instrument),
          },
          evidence: known.ofSide(low.side, 'straightedge', 'saddleShowing', 'action12'),
          check: asksJoint(known),
        };
      });
    },
  },
  'neck-asked': {
    severity: 'structural',
    roles: ['of the action', 'asks to measure'],
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
          args: verdict.cause === 'neck' ? { reasons: whyNotYet(known) } : null,
          evidence: asks.flatMap(({ side }) => known.ofSide(side, 'straightedge', 'saddleShowing')),
          check: tellsApart(known, verdict.withheld.season),
        };
      });
    },
  },
  'plane-by-eye': {
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
        args: { runs, spent },
        evidence: known.ofPoints('straightedgeLook', 'saddleLook'),
      }));
    },
  },
  'belly-lifts': {
    severity: 'structural',
    roles: ['structure first', 'asks to measure'],
    never: ['reset', 'trim'],
    find: (known) => {
      const { cause, fold } = known.verdict;
      return one(cause === 'belly' && !known.archtop && !bellySettled(known), () => ({
        certainty: fold === 'folds' ? 'certain' : 'probable',
        ...byBellySchool(known),
        args: null,
        evidence: ofBelly(known),
        check: underTheBridge(known),
        schools: ['belly'],
      }));
    },
  },
  'belly-settled': {
    severity: 'structural',
    roles: ['of the action'],
    never: ['flatten'],
    find: (known) =>
      one(known.verdict.cause === 'belly' && !known.archtop && bellySettled(known), () => ({
        certainty: 'probable',
        args: { seen: known.has('topShape', 'even-dome', 'flat') },
        evidence: [...ofBelly(known), ...known.ofPoints('topBraces', 'bridgePlate')],
        schools: ['belly'],
      })),
  },
  'shape-disagrees': {
    severity: 'watch',
    roles: ['asks to measure'],
    never: ['flatten', 'reset'],
    check: ['belly-and-lean', 'feel-braces'],
    find: (known) => {
      const args = foldDisagrees(known);
      return args === null
        ? []
        : [
            {
              certainty: 'suspected',
              args,
              evidence: [
                ...known.ofPoints('topShape'),
                ...known.ofReads(
                  ...(args.by === 'tilt'
                    ? [known.read('bridgeTilt', 'centre')]
                    : known.readsOf('bellyAlong')),
                ),
              ],
            },
          ];
    },
  },
  'thickness-lifts': {
    severity: 'structural',
    never: ['reset'],
    check: ['bridge-thickness'],
    find: (known) =>
      one(known.verdict.cause === 'thickness', () => ({
        args: null,
        evidence: known.ofReads(...known.readsOf('bridgeThickness')),
      })),
  },
  'target-low': {
    severity: 'playing',
    roles: ['of the action', 'set-up may answer'],
    never: ['reset'],
    find: (known) => {
      const { cause, answer, short } = known.verdict;
      return one(cause === 'target' && answer === 'not enough' && !known.archtop, () => ({
        args: {
          floor: short[0]!.saddle!.floor,
          atFloor: short.map((side) => ({ side: side.side, action: atFloor(side) })),
        },
        evidence: short.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
      }));
    },
  },
  'saddle-spent': {
    severity: 'structural',
    roles: ['of the action', 'set-up may answer'],
    never: ['trim'],
    find: (known) => {
      const { answer, short, spent } = known.verdict;
      if (known.archtop || known.verdict.cause === 'target') return [];
      const would = answer === 'not enough';
      const sides = would ? short : spent;
      return one(sides.length > 0, () => ({
        args: {
          floor: sides[0]!.saddle!.floor,
          left: would
            ? remainsOf(sides)
            : sides.map(({ side, saddle }) => ({ side, showing: saddle!.showing.value })),
          state: would ? 'would be' : 'is',
        },
        // who accepts a settled top trims while there is saddle
        ...(would && known.verdict.cause === 'belly' && known.evidence.schools.belly === 'accept'
          ? { never: [] }
          : {}),
        evidence: sides.flatMap(({ side }) => known.ofSide(side, ...STANCE)),
      }));
    },
  },
  'neck-overset': {
    severity: 'structural',
    roles: ['asks to measure'],
    never: ['trim'],
    find: (known) => {
      const { answer, short, tall } = known.verdict;
      const would = answer === 'too tall';
      const over = would ? short : answer === 'nothing is off' ? tall : [];
      const thinned = known.has('bridge', 'planed-thin') || thinBridge(known) || over.some(thinByBudget);
      // a little over what stands well is no fault yet
      const little =
        !would && over.every(({ saddle }) => saddle!.showing.value - saddle!.ceiling < LITTLE_OVER);
      return one(over.length > 0 && !known.archtop, () => {
        const { remains, showing, ceiling } = over[0]!.saddle!;
        const told = !thinned && neckOverset(known, over);
        return {
          severity: little ? 'watch' : 'structural',
          certainty: little ? 'probable' : told ? 'certain' : 'suspected',
          ...(told ? {} : { never: ['trim', 'reset'] as Forbidden[] }),
          args: {
            showing: would ? remains.value : showing.value,
            ceiling,
            state: would ? 'would be' : little ? 'a little' : 'is',
            told,
            thinned,
          },
          evidence: over.flatMap(({ side }) => known.ofSide(side, 'straightedge', 'saddleShowing')),
          check: [...(told || little ? [] : tellsApart(known, false)), ...(little ? [] : asksJoint(known))],
        };
      });
    },
  },
  'belly-folds': {
    severity: 'structural',
    roles: ['structure first', 'asks to measure'],
    never: ['reset', 'trim'],
    find: (known) => {
      const { fold, cause } = known.verdict;
      // where the stance says it already, it is said once
      return one(fold === 'folds' && cause !== 'belly', () => ({
        ...byBellySchool(known),
        args: null,
        evidence: ofFold(known),
        check: underTheBridge(known),
      }));
    },
  },
  'leans-much': {
    severity: 'watch',
    roles: ['asks to measure'],
    never: ['flatten'],
    find: (known) => {
      const tilt = known.read('bridgeTilt', 'centre');
      const { fold } = known.verdict;
      if (tilt === null || tilt.value - 2 * tilt.sd <= TILT_LIMIT || fold === 'folds') return [];
      const even = fold === 'does not fold';
      return [
        {
          certainty: 'suspected',
          check: [
            ...(even ? [] : (['belly-and-lean'] as const)),
            ...(known.instrument.planDrawn ? (['walk-weight'] as const) : []),
            'feel-braces',
          ],
          args: { tilt: tilt.value, folds: even ? false : null },
          evidence: known.ofReads(tilt),
        },
      ];
    },
  },
  'belly-odd': {
    severity: 'watch',
    find: (known) => {
      const belly = known.evidence.top?.belly;
      return one(belly?.lookInside === true && known.verdict.fold !== 'folds', () => ({
        certainty: 'suspected',
        args: null,
        evidence: [{ of: 'top', date: belly!.date }],
        check: ['feel-braces', ...(known.instrument.planDrawn ? (['walk-weight'] as const) : [])],
      }));
    },
  },
  'dome-sound': {
    severity: 'watch',
    roles: ['quiet'],
    never: ['flatten'],
    find: (known) =>
      one(
        known.has('topShape', 'even-dome') &&
          foldDisagrees(known) === null &&
          known.looked('topBraces') !== 'found so' &&
          known.marksOf('separation').length === 0 &&
          known.verdict.cause !== 'belly',
        () => ({ args: null, evidence: known.ofPoints('topShape') }),
      ),
  },
  'still-settling': {
    severity: 'watch',
    roles: ['on the card'],
    never: ['trim', 'cut', 'reset'],
    check: ['rest'],
    find: (known) => {
      const { resting, pitchDate } = known.evidence;
      return resting === null
        ? []
        : [
            {
              args: resting,
              evidence: [{ of: 'history', date: pitchDate }],
              check: resting.after === null ? ['pitch-after', 'rest'] : ['rest'],
            },
          ];
    },
  },
  'plane-fell': {
    severity: 'watch',
    find: (known) =>
      known.evidence.moved
        .filter(({ fell }) => fell.value > Math.max(2 * fell.sd, FELL))
        .map((moved) => ({
          side: moved.side,
          args: { since: moved.since, fell: moved.fell, season: moved.season, by: whatMoved(moved) },
          evidence: [
            ...known.ofSide(moved.side, 'straightedge'),
            ...known.ofReads(known.read('bellyBehindBridge', 'centre')),
          ],
        })),
  },
  creeps: {
    severity: 'structural',
    roles: ['in the history'],
    find: (known) =>
      STRING_SIDES.flatMap((side): Found<StanceArgs['creeps']>[] => {
        const history = known.evidence.history[side];
        if (history?.creep !== 'creeping' && history?.creep !== 'probably creeping') return [];
        const { creep, perYear } = history;
        return [
          {
            side,
            certainty: creep === 'creeping' ? 'certain' : 'probable',
            severity: creep === 'creeping' && perYear.value > 0 ? 'structural' : 'watch',
            args: { creep, perYear },
            evidence: known.ofSide(side, 'action12'),
          },
        ];
      }),
  },
};

/** A straightedge that came closer by less than this is no news, m. House figure. */
const FELL = 0.3e-3;
/** Up to so much over its ceiling a saddle is only tall, m. House figure. */
const LITTLE_OVER = 1e-3;

const thinBridge = (known: Known): boolean => {
  const middle = known.read('bridgeThickness', 'middle');
  return middle !== null && middle.value + 2 * middle.sd < THINNED_BRIDGE;
};

/** So much lower than bridges are made that it shows in the stance, beyond its error. */
const thinByBudget = ({ budget }: SideStance): boolean => {
  const thickness = budget && termOf(budget, 'thickness');
  return thickness !== null && -thickness.value > TOLD_AT * thickness.sd;
};

const lowest = (sides: readonly SideStance[]): SideStance =>
  [...sides].sort((a, b) => a.budget!.plane.value - b.budget!.plane.value)[0]!;

/** What the season leaves to be asked of the neck. */
function neckBeside(known: Known, { side }: SideStance): StanceArgs['season-high']['neck'] {
  const creep = known.evidence.history[side]?.creep;
  if (creep === 'creeping' || creep === 'probably creeping') return 'creeps';
  const { cause } = known.verdict;
  const asked =
    (cause !== null && cause !== 'target') ||
    known.sides.some(({ there }) => there !== 'right') ||
    Object.values(known.evidence.history).some(({ bodyLeaves }) => bodyLeaves);
  return asked ? 'asked' : 'no reset';
}

const remainsOf = (sides: readonly SideStance[]): Showing[] =>
  sides.map(({ side, saddle }) => ({ side, showing: saddle!.remains.value }));

/** The heights that the saddle is set to; null where they wait: nothing is promised that its step does not make. */
function heightsOf(known: Known, sides: readonly SideStance[]): Showing[] | null {
  const { withheld, fold } = known.verdict;
  const folds = fold === 'folds' || fold === 'may fold';
  const wait = withheld.moisture !== null || withheld.resting || folds || neckMoves(known);
  return wait ? null : sides.map(({ side, saddle }) => ({ side, showing: promised(saddle!) }));
}

/** With its holes ramped it may be lower than they bear today. */
const promised = ({ ramps, showing, remains, setTo, ...limits }: Reserve): number =>
  ramps ? setBetween(showing.value, remains.value, { ...limits, bears: 0 }) : setTo;

/** A season that was read on one visit only is probable, and asks for the other. */
function seasonRead(known: Known, { side }: SideStance): { certainty: Certainty; check: QuestionId[] } {
  const once = (known.evidence.history[side]?.visits ?? 1) < 2;
  return once ? { certainty: 'probable', check: ['other-season'] } : { certainty: 'certain', check: [] };
}

/** Everything that could have let go under a belly was looked at, and holds. */
const bellySettled = (known: Known): boolean =>
  known.verdict.fold === 'does not fold' &&
  // one that still rises has let go somewhere
  !known.evidence.moved.some((moved) => whatMoved(moved) === 'belly') &&
  !Object.values(known.evidence.history).some(({ creep }) => creep.endsWith('creeping')) &&
  known.looked('topBraces') === 'found sound' &&
  known.looked('bridgePlate') === 'found sound' &&
  known.marksOf('separation').length === 0;

/** Who accepts a settled top trims while there is saddle; who sets the neck to it as it stands takes it off for that. */
const byBellySchool = ({ evidence }: Known): { never?: Forbidden[] } =>
  evidence.schools.belly === 'accept'
    ? { never: ['reset'] }
    : evidence.schools.belly === 'set the neck to it'
      ? { never: ['trim'] }
      : {};

const ofBelly = (known: Known): Source[] => {
  const { answer, short, spent } = known.verdict;
  return [
    ...ofFold(known),
    ...known.ofReads(known.read('bellyBehindBridge', 'centre')),
    ...(answer === 'not enough' ? short : spent).flatMap(({ side }) => known.ofSide(side, 'straightedge')),
  ];
};

/** The action that a saddle at its floor gives, season, relief and nut put right. */
const atFloor = ({ budget, saddle, rest }: SideStance): number =>
  budget!.target + rest!.value - (saddle!.showing.value - saddle!.floor) * budget!.lever;

/** What makes most of what is off, as far as it is told. */
function whyOff(known: Known, { kept, budget, leading, missing }: SideStance): WhyOff {
  if (!budget) return { told: 'not read', missing };
  if (known.verdict.withheld.disagree) return { told: 'readings disagree' };
  if (!leading || (known.archtop && !leading.told)) return { told: 'nothing' };
  const { term, told } = leading;
  const { cause, value } = term;
  if ((cause === 'neck' || cause === 'thickness') && known.verdict.fold === 'folds')
    return { told: 'after the fold' };
  if (!told) return { told: 'error as large', cause };
  return {
    told: 'cause',
    cause: known.archtop && cause === 'saddle' ? 'wheels' : cause,
    part: Math.abs(value),
    most: Math.abs(value) > Math.abs(kept.value) / 2,
  };
}

/** What to measure where the largest cause cannot be told. */
function whatTells(known: Known, { budget, leading }: SideStance): QuestionId[] {
  if (!budget) return ['full-stance'];
  if (known.verdict.withheld.disagree) return ['again'];
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

function whyNotYet(known: Known): NeckNotYet[] {
  const { withheld: held, fold } = known.verdict;
  const reasons: NeckNotYet[] = [
    ...(held.disagree ? (['disagree'] as const) : []),
    ...(held.slack ? (['slack'] as const) : []),
    ...(held.resting ? (['lately strung'] as const) : []),
    ...(held.season ? (['damp season'] as const) : []),
    ...(foldDisagrees(known)
      ? (['shape disagrees'] as const)
      : fold === 'not told' || fold === 'may fold'
        ? (['belly not read'] as const)
        : []),
    ...(holeSunk(known) ? (['hole sunk'] as const) : []),
    ...(held.oneSide ? (['one side'] as const) : []),
    ...(!held.season && known.sides.some(({ told }) => !told) ? (['season not told'] as const) : []),
  ];
  return reasons.length > 0 ? reasons : ['belly not read'];
}

/** What moved between an earlier examination and the last; null where that is less than the tools can tell. */
function whatMoved({ belly, neck }: PlaneMoved): 'belly' | 'neck' | null {
  const [b, n] = [Math.abs(belly.value), Math.abs(neck.value)];
  if (b > 2 * belly.sd && b >= n) return 'belly';
  return n > 2 * neck.sd && n > b ? 'neck' : null;
}
