import { mm } from '../units/index.js';
import { legsOf, pathLength, pointAlong, type Brace, type BodyPlan, type Point } from '../body-plan/index.js';
import { choleskyOf, solveCholesky } from '../numeric/index.js';
import { SolvedTop, type LooseStretch } from './solved.js';
import { topSpec, USUAL_TOP, type TopFacts, type TopSpec } from './spec.js';

/** A spot that a weight is set on. */
export interface LoadSpot {
  id: string;
  /** as the luthier is told: `treble lower leg of the X, 65 mm from the rim` */
  name: string;
  point: Point;
  arm: string;
}

/** A part of a brace that may have come loose from its outer end. */
export interface Arm {
  id: string;
  name: string;
  brace: string;
  /** from its outer end, m along the brace; backwards where that is the brace's last end */
  length: number;
  fromEnd: boolean;
}

/** Where on the arms of an X weights are set, m from the outer end. Common practice: where a loose leg dips most. */
const LOWER = [65 * mm, 130 * mm];
const UPPER = [95 * mm];
const LADDER = 70 * mm;
/** Of ladders the four nearest to the bridge. */
const LADDERS = 4;

/** Arms of a plan that a weight can tell something of: those of an X, or both ends of the ladders by the bridge. */
export function armsToLoad(plan: BodyPlan): Arm[] {
  const x = plan.braces.flatMap(({ id, kind, path }) => {
    const names = legsOf({ kind, path });
    return names ? [{ id, path, names, lower: pathLength(path.slice(0, 2)) }] : [];
  });
  if (x.length > 0) {
    // from leg to leg of one bout, then of the other
    const bassFirst = (a: Arm, b: Arm) => a.name.localeCompare(b.name);
    const lower = x.map(({ id, names, lower: length }): Arm => ({
      id: `${id} lower`,
      name: names.lower,
      brace: id,
      length,
      fromEnd: false,
    }));
    const upper = x.map(({ id, path, names, lower: before }): Arm => ({
      id: `${id} upper`,
      name: names.upper,
      brace: id,
      length: pathLength(path) - before,
      fromEnd: true,
    }));
    return [...lower.sort(bassFirst), ...upper.sort(bassFirst)];
  }
  return laddersByBridge(plan).flatMap(({ id, name, path }): Arm[] => {
    const length = pathLength(path) / 2;
    const firstIsBass = path[0]![0] < path.at(-1)![0];
    return [
      {
        id: `${id} bass`,
        name: `bass end of ${name.toLowerCase()}`,
        brace: id,
        length,
        fromEnd: !firstIsBass,
      },
      {
        id: `${id} treble`,
        name: `treble end of ${name.toLowerCase()}`,
        brace: id,
        length,
        fromEnd: firstIsBass,
      },
    ];
  });
}

function laddersByBridge({ braces, bridge }: BodyPlan): Brace[] {
  const middle = ({ path }: Brace) => (path[0]![1] + path.at(-1)![1]) / 2;
  return braces
    .filter(({ kind }) => kind === 'ladder brace')
    .sort((a, b) => Math.abs(middle(a) - bridge.saddleAt) - Math.abs(middle(b) - bridge.saddleAt))
    .slice(0, LADDERS);
}

/** No pad stands on the bridge: a spot that would lie on it is set so far outside, m. */
const OFF_BRIDGE = 8 * mm;

/** The spots of a plan, in the order in which a hand walks them; none where its bracing is neither an X nor ladders. */
export function loadSpots(plan: BodyPlan): LoadSpot[] {
  return armsToLoad(plan).flatMap((arm) => {
    const { path, kind } = plan.braces.find(({ id }) => id === arm.brace)!;
    const length = pathLength(path);
    const at = (off: number) => pointAlong(path, arm.fromEnd ? length - off : off);
    const clear = (off: number): number => {
      let out = off;
      while (out > 0 && isOnBridge(plan, at(out))) out -= mm;
      return out;
    };
    const offs = kind === 'ladder brace' ? [LADDER] : arm.fromEnd ? UPPER : LOWER;
    return offs
      .filter((off) => off < arm.length)
      .map((wanted): LoadSpot => {
        const off = clear(wanted);
        return {
          id: `${arm.id} ${Math.round(wanted / mm)}`,
          name: `${arm.name}, ${Math.round(off / mm)} mm from the rim`,
          point: at(off),
          arm: arm.id,
        };
      });
  });
}

const isOnBridge = ({ bridge: { from, to, halfWidth } }: BodyPlan, [x, y]: Point): boolean =>
  Math.abs(x) < halfWidth + OFF_BRIDGE && y > from - OFF_BRIDGE && y < to + OFF_BRIDGE;

/** The outer part of an arm, loose: swinging free, or touching with its tip held in the lining. */
function looseOn(plan: BodyPlan, arm: Arm, share: number, open: boolean): LooseStretch {
  const held = open ? { gap: OPEN } : { gap: 0, letIn: true };
  const length = pathLength(plan.braces.find(({ id }) => id === arm.brace)!.path);
  const reach = share * arm.length;
  return arm.fromEnd
    ? { brace: arm.brace, from: length - reach, to: length, ...held }
    : { brace: arm.brace, from: 0, to: reach, ...held };
}

/** A dip that was read. */
export interface Dip {
  spot: string;
  /** m, down positive, and its error */
  dip: number;
  sd: number;
}

/** A dial and a hand read a dip so well, m. Common practice. */
const DIAL_SD = 0.01 * mm;
/** A zero that comes back farther off than this was not a reading, m. */
const FARTHEST_DRIFT = 0.03 * mm;

/**
 * The dip at a spot from the dial before the weight, under it and after it; whichever way the dial counts.
 *
 * @returns null for the dip where the zero did not return; errors and drift in m
 */
export function dipOf(
  zero: number,
  loaded: number,
  back: number,
): { dip: number | null; sd: number; drift: number } {
  const drift = Math.abs(back - zero);
  const dip = Math.abs(loaded - (zero + back) / 2);
  return { dip: drift <= FARTHEST_DRIFT && dip > 0 ? dip : null, sd: Math.hypot(DIAL_SD, drift / 2), drift };
}

/** What a walk with a weight says of one arm. */
export interface ArmSaid {
  arm: Arm;
  /** chance that it swings free, and that it touches and is held at its tip, 0 to 1: never shown, only what follows */
  open: number;
  touching: number;
  look: 'first' | 'then' | null;
  /** how far from its outer end it is likeliest loose, m */
  over: number;
}

export type WalkingSaid =
  | { told: true; arms: ArmSaid[]; /** chance that nothing is loose */ none: number }
  | { told: false; why: 'far from the model' | 'too few' };

/** A hypothesis: which arms are loose, how, and how the dips' logarithms stand under it. */
interface Hypothesis {
  loose: { arm: number; open: boolean; share: number }[];
  logDips: number[];
  logPrior: number;
}

/** Standard error of a spot's dip that the model leaves, relative: graded thickness, patches, missed spots. By trial. */
const MODEL_ERROR = 0.12;
/** How far a top's stiffness as a whole may be off, of the logarithm. */
const STIFFNESS = 0.3;
/** Shares of an arm that are tried: less than three tenths moves no dial. */
const SINGLE_SHARES = [0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9];
const PAIR_SHARES = [0.4, 0.6, 0.8];
/** Before any weight is set: nothing loose, one arm, two. Common practice: an old top that complains. */
const PRIOR = { none: 0.6, one: 0.3, two: 0.1 };
/** A gap that never closes. */
const OPEN = 1;
/** Beyond these every dip is another top's than the plan's, or another weight's. */
const FAR = { less: 0.3, more: 4 };
const LOOK_FIRST = 0.8;
const LOOK_THEN = 0.4;
/** The weight that touching sticks are reckoned under, N: contact is nearly in proportion. */
const USUAL_WEIGHT = 20;

/**
 * Walking weights: a known weight on six or eight spots one after the other, strings off, and the dip read at each. A leg
 * that stands open doubles or triples its own dip, while all else moves it by a sixth. Bayes over no loose arm, one, and
 * two, each open or touching, of every length; stiffness, thickness, brace heights and rim are not known.
 */
export class WalkingLoad {
  readonly arms: Arm[];
  readonly spots: LoadSpot[];
  private readonly hypotheses: Hypothesis[] = [];
  /** how the logarithms of the dips go with what is not known of the top */
  private readonly patterns: number[][];

  /** @param spacing of the mesh, m */
  constructor(plan: BodyPlan, facts: TopFacts, spacing: number) {
    this.arms = armsToLoad(plan);
    this.spots = loadSpots(plan);
    const points = this.spots.map(({ point }) => point);
    const spec = topSpec(plan, facts);
    const top = new SolvedTop(spec, { spacing });
    const logsOf = (of: SolvedTop, loose: LooseStretch[]) =>
      of.dips(points, USUAL_WEIGHT, loose).map((dip) => Math.log(dip / USUAL_WEIGHT));
    const glued = logsOf(top, []);
    this.patterns = variants(spec).map((other) => {
      const logs = logsOf(new SolvedTop(other, { spacing }), []);
      return logs.map((log, i) => log - glued[i]!);
    });
    this.hypotheses.push({ loose: [], logDips: glued, logPrior: Math.log(PRIOR.none) });
    const { arms } = this;
    const states = [true, false];
    const add = (loose: Hypothesis['loose'], prior: number) =>
      this.hypotheses.push({
        loose,
        logDips: logsOf(
          top,
          loose.map(({ arm, open, share }) => looseOn(plan, arms[arm]!, share, open)),
        ),
        logPrior: Math.log(prior),
      });
    const singles = arms.length * states.length * SINGLE_SHARES.length;
    arms.forEach((_, arm) => {
      for (const open of states)
        for (const share of SINGLE_SHARES) add([{ arm, open, share }], PRIOR.one / singles);
    });
    const couples = pairsOf(arms.length);
    const pairs = couples.length * (states.length * PAIR_SHARES.length) ** 2;
    for (const [a, b] of couples)
      for (const openA of states)
        for (const openB of states)
          for (const shareA of PAIR_SHARES)
            for (const shareB of PAIR_SHARES)
              add(
                [
                  { arm: a, open: openA, share: shareA },
                  { arm: b, open: openB, share: shareB },
                ],
                PRIOR.two / pairs,
              );
  }

  /** What the dips say. @param weight N */
  said(dips: readonly Dip[], weight: number): WalkingSaid {
    const read = dips.flatMap(({ spot, dip, sd }) => {
      const at = this.spots.findIndex(({ id }) => id === spot);
      return at >= 0 && dip > 0 ? [{ at, log: Math.log(dip / weight), sd: sd / dip }] : [];
    });
    if (read.length < 4) return { told: false, why: 'too few' };
    const [sound] = this.hypotheses;
    const far = read.every(({ at, log }) => {
      const times = Math.exp(log - sound!.logDips[at]!);
      return times < FAR.less || times > FAR.more;
    });
    if (far) return { told: false, why: 'far from the model' };
    const n = read.length;
    const covariance = new Float64Array(n * n);
    read.forEach((one, i) =>
      read.forEach((other, k) => {
        covariance[n * i + k] =
          STIFFNESS ** 2 +
          this.patterns.reduce((sum, pattern) => sum + pattern[one.at]! * pattern[other.at]!, 0) +
          (i === k ? MODEL_ERROR ** 2 + one.sd ** 2 : 0);
      }),
    );
    const lower = choleskyOf(covariance, n)!;
    const logs = this.hypotheses.map(({ logDips, logPrior }) => {
      const off = Float64Array.from(read, ({ at, log }) => log - logDips[at]!);
      const weighed = solveCholesky(lower, n, off);
      return logPrior - 0.5 * off.reduce((sum, one, i) => sum + one * weighed[i]!, 0);
    });
    const most = Math.max(...logs);
    const likely = logs.map((log) => Math.exp(log - most));
    const total = likely.reduce((sum, one) => sum + one, 0);
    const chances = likely.map((one) => one / total);
    const arms = this.arms.map((arm, number) => {
      const of = (open: boolean) =>
        this.hypotheses.reduce(
          (sum, { loose }, h) =>
            sum + (loose.some((one) => one.arm === number && one.open === open) ? chances[h]! : 0),
          0,
        );
      const open = of(true);
      const reach = this.hypotheses.reduce((sum, { loose }, h) => {
        const own = loose.find((one) => one.arm === number && one.open);
        return sum + (own ? own.share * chances[h]! : 0);
      }, 0);
      const look = open > LOOK_FIRST ? ('first' as const) : open > LOOK_THEN ? ('then' as const) : null;
      return { arm, open, touching: of(false), look, over: open > 0 ? (reach / open) * arm.length : 0 };
    });
    return { told: true, arms: arms.sort((a, b) => b.open - a.open), none: chances[0]! };
  }
}

/** Tops that differ from this one by one standard error of what is not known and changes the pattern of the dips. */
function variants(spec: TopSpec): TopSpec[] {
  const { sheet, plan, rim } = spec;
  return [
    { ...spec, sheet: { ...sheet, thickness: sheet.thickness + 0.3 * mm } },
    { ...spec, plan: { ...plan, braces: plan.braces.map((one) => ({ ...one, height: one.height + mm })) } },
    { ...spec, rim: { inPlane: 10 * USUAL_TOP.rim.inPlane, turning: 10 * rim.turning } },
    { ...spec, tailBlock: spec.tailBlock === 'held' ? 'sprung' : 'held' },
  ];
}

function pairsOf(count: number): [number, number][] {
  const pairs: [number, number][] = [];
  for (let a = 0; a < count; a++) for (let b = a + 1; b < count; b++) pairs.push([a, b]);
  return pairs;
}

/** Whether a glue-up took, at one spot. */
export interface Took {
  spot: string;
  /** dip after over dip before, against what the spots of other arms did, and the error of its logarithm */
  ratio: number;
  sd: number;
  says: 'took' | 'did not' | 'cannot tell';
}

/** A leg that swung free dips half as far once it is glued, and one held at its tip two thirds; what stays above this did not take. */
const TOOK = 0.82;
/** The same spot found again on another day: by trial, of the logarithm. */
const SAME_SPOT = 0.06;
const NINE_IN_TEN = 1.28;

/**
 * The same spots before and after a glue-up. What the wood's moisture did in between it did to all of them: each is held
 * against the spots of the arms that were not glued.
 *
 * @param glued arms that were glued in between
 */
export function glueTook(
  spots: readonly LoadSpot[],
  before: readonly Dip[],
  after: readonly Dip[],
  weights: { before: number; after: number },
  glued: readonly string[],
): Took[] {
  const pairs = spots.flatMap(({ id, arm }) => {
    const [was, is] = [before, after].map((dips) => dips.find(({ spot }) => spot === id));
    if (!was || !is || !(was.dip > 0) || !(is.dip > 0)) return [];
    const log = Math.log(is.dip / weights.after) - Math.log(was.dip / weights.before);
    return [{ id, arm, log, sd: Math.hypot(was.sd / was.dip, is.sd / is.dip, SAME_SPOT) }];
  });
  const others = pairs.filter(({ arm }) => !glued.includes(arm));
  const common = others.length > 0 ? others.reduce((sum, { log }) => sum + log, 0) / others.length : 0;
  const commonSd = others.length > 0 ? Math.hypot(...others.map(({ sd }) => sd)) / others.length : SAME_SPOT;
  return pairs
    .filter(({ arm }) => glued.includes(arm))
    .map(({ id, log, sd: own }) => {
      const sd = Math.hypot(own, commonSd);
      const off = log - common - Math.log(TOOK);
      const says = off < -NINE_IN_TEN * sd ? 'took' : off > NINE_IN_TEN * sd ? 'did not' : 'cannot tell';
      return { spot: id, ratio: Math.exp(log - common), sd, says };
    });
}
