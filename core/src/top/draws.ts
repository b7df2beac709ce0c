import { mm } from '../units/index.js';
import { pathLength, type Brace, type BodyPlan } from '../body-plan/index.js';
import { bisect, normalBelow, normals, type Chance } from '../numeric/index.js';
import { groupsOf, NO_ODDS, rankBraces } from './rank.js';
import { shapeFigures, strungOf, viewOf, type ShapeFigures, type TopView } from './shape.js';
import { SolvedTop, type Load, type LooseStretch } from './solved.js';
import { topSpec, USUAL_TOP, type TopFacts, type TopSpec } from './spec.js';

/** What is not known of a top and moves what is reckoned of it. */
export const UNKNOWNS = [
  'thickness',
  'domeRadius',
  'stringHeight',
  'slope',
  'bridgeThickness',
  'plateThickness',
  'wood',
  'braces',
  'rim',
  'tailBlock',
  'breakAngle',
  'lengths',
  'gaps',
] as const;
export type Unknown = (typeof UNKNOWNS)[number];

/** A top as it may be: everything that was not measured drawn from what is believed of it. */
export interface DrawnTop {
  spec: TopSpec;
  loose: LooseStretch[];
  /** how far each unknown was drawn from its middle, in standard errors */
  off: Record<Unknown, number>;
}

/** Standard errors of what was measured, and of what was not: m, rad, or of the logarithm. House figures where no source is named. */
const SD = {
  thickness: { measured: 0.1 * mm, not: 0.3 * mm },
  domeRadius: { measured: 0.05, not: Math.log(1.3) },
  stringHeight: { measured: 0.3 * mm, not: { steel: 2 * mm, nylon: 1.5 * mm } },
  slope: { measured: 0.004, not: 0.01 },
  bridgeThickness: { measured: 0.1 * mm, not: 1 * mm },
  plateThickness: { measured: 0.1 * mm, not: 0.5 * mm },
  /** common practice: the same spruce differs by a fifth from board to board */
  modulus: 0.2,
  braceHeight: 1 * mm,
  rim: Math.LN10,
  breakAngle: 0.15,
  /** of the length that a feeler and a mirror tell: it lies within so much */
  length: 0.12,
};
/** What a mirror takes for shut may stand open so far with the strings off, m. */
const WIDEST_SHUT = 0.3 * mm;
/** No top is thinner, m. */
const THINNEST = 1.5 * mm;
const LOWEST_BRACE = 2 * mm;

/** What of a draw is not left to chance, in standard errors from its middle. */
export interface GivenDraw {
  off?: Partial<Record<Unknown, number>>;
  /** of each brace of the plan, its height and its wood */
  heights?: readonly number[];
  woods?: readonly number[];
}

/**
 * A top drawn from what is believed of this one.
 *
 * @param facts what was measured; what is left out is drawn more widely
 * @param loose as recorded; how far each reaches is drawn too, where it does not end with its brace
 */
export function drawTop(
  plan: BodyPlan,
  facts: TopFacts,
  loose: readonly LooseStretch[],
  chance: Chance,
  given: GivenDraw = {},
): DrawnTop {
  const gauss = normals(chance);
  const known = topSpec(plan, facts);
  const sd = (one: 'thickness' | 'domeRadius' | 'slope' | 'bridgeThickness' | 'plateThickness') =>
    facts[one] === undefined ? SD[one].not : SD[one].measured;
  const off = Object.fromEntries(UNKNOWNS.map((one) => [one, given.off?.[one] ?? gauss()])) as Record<
    Unknown,
    number
  >;
  const lengths = loose.map(() => SD.length * (2 * chance() - 1));
  off.lengths = lengths.reduce((sum, one) => sum + one, 0);
  const gaps = loose.map(({ gap }) => (gap === undefined ? WIDEST_SHUT * chance() : gap));
  off.gaps = gaps.reduce((sum, one) => sum + one, 0);
  const height =
    facts.stringHeight === undefined
      ? SD.stringHeight.not[facts.stringKind ?? 'steel']
      : SD.stringHeight.measured;
  const braceOff = plan.braces.map((_, i) => given.heights?.[i] ?? gauss());
  const woodOff = plan.braces.map((_, i) => given.woods?.[i] ?? gauss());
  // what is said of the braces as a whole: how much stiffer they are together
  off.braces = braceOff.reduce((sum, one) => sum + one, 0) / Math.sqrt(Math.max(1, braceOff.length));
  const braces = plan.braces.map((brace, i): Brace => ({
    ...brace,
    height: Math.max(LOWEST_BRACE, brace.height + braceOff[i]! * SD.braceHeight),
  }));
  const spec = topSpec(
    { ...plan, braces },
    {
      ...facts,
      thickness: Math.max(THINNEST, known.sheet.thickness + off.thickness * sd('thickness')),
      domeRadius: known.domeRadius * Math.exp(off.domeRadius * sd('domeRadius')),
      stringHeight: Math.max(mm, known.strings.height + off.stringHeight * height),
      slope: known.strings.slope + off.slope * sd('slope'),
      bridgeThickness: Math.max(2 * mm, known.bridge.thickness + off.bridgeThickness * sd('bridgeThickness')),
      plateThickness: Math.max(mm, known.plate.thickness + off.plateThickness * sd('plateThickness')),
      downShare: known.strings.downShare * Math.exp(off.breakAngle * SD.breakAngle),
      tailBlock: off.tailBlock > 0 ? 'held' : 'sprung',
    },
  );
  const stiffer = Math.exp(off.wood * SD.modulus);
  const { along, across, shear } = spec.sheet;
  const rim = Math.exp(off.rim * SD.rim);
  return {
    off,
    loose: loose.map((stretch, i) => ({ ...reached(stretch, plan, lengths[i]!), gap: gaps[i]! })),
    spec: {
      ...spec,
      sheet: { ...spec.sheet, along: along * stiffer, across: across * stiffer, shear: shear * stiffer },
      braceWood: (species, brace) => {
        const wood = spec.braceWood(species, brace);
        const by = Math.exp((woodOff[brace] ?? 0) * SD.modulus);
        return { ...wood, modulus: wood.modulus * by, shear: wood.shear * by };
      },
      rim: { inPlane: USUAL_TOP.rim.inPlane * rim, turning: USUAL_TOP.rim.turning * rim },
    },
  };
}

/** A stretch that is longer by such a share; where it ends with its brace it stays. */
function reached(stretch: LooseStretch, plan: BodyPlan, by: number): LooseStretch {
  const brace = plan.braces.find(({ id }) => id === stretch.brace);
  if (!brace) return stretch;
  const length = pathLength(brace.path);
  const inner = (at: number) => at > TIP && at < length - TIP;
  const ends = [stretch.from, stretch.to].filter(inner).length;
  const each = ends === 0 ? 0 : (by * (stretch.to - stretch.from)) / ends;
  const from = inner(stretch.from) ? Math.max(0, stretch.from - each) : stretch.from;
  const to = inner(stretch.to) ? Math.min(length, stretch.to + each) : stretch.to;
  return { ...stretch, from, to };
}
/** So near the end of its brace a stretch ends with it, m. */
const TIP = 10 * mm;

/** Stretches by their number among those recorded. */
export interface GlueGroup {
  stretches: number[];
  /** gluing them is seen in the shape of the top */
  matters: boolean;
}

const NEARLY_ALL = 0.9;
/** Fewer say nothing of what stands before what. */
const FEWEST_RANKED = 8;

/** What a shown figure may be, and what makes it so. */
export interface Spread {
  /** four of five drawn tops lie between */
  from: number;
  middle: number;
  to: number;
  /** what moves it most */
  by: Unknown | null;
}

export const SPREAD_FIGURES = [
  'turn',
  'hump',
  'hollow',
  'action',
  'rise',
] as const satisfies (keyof ShapeFigures)[];
export type SpreadFigure = (typeof SPREAD_FIGURES)[number];

/** Tops are drawn on a coarser mesh than the shown one, m: what they differ by is the same. */
export const DRAWN_SPACING = 0.02;
/** So many drawn tops are kept, to answer for what is tried. */
export const KEPT = 44;
/** What an order of gluing hangs on is drawn, the rest stands at its middle, the tail block held. */
const FOR_ORDER: Partial<Record<Unknown, number>> = {
  domeRadius: 0,
  stringHeight: 0,
  slope: 0,
  bridgeThickness: 0,
  plateThickness: 0,
  rim: 0,
  tailBlock: 1,
  breakAngle: 0,
};
/** Eight of ten lie between, and a little more, since few draws stand for all. */
const EDGE = 0.09;
/** A figure is moved by an unknown where that makes up so much of its spread. */
const MOVES = 0.15;

/**
 * Tops like this one, as far as anybody knows: what they differ by is what is not known of it. Each is solved once:
 * some are kept and answer for whatever is tried, others are ranked.
 */
export class DrawnTops {
  private readonly kept: { top: SolvedTop; view: TopView; drawn: DrawnTop }[] = [];
  private readonly middle: { top: SolvedTop; view: TopView };
  private readonly orders: { order: number[]; left: number[] }[] = [];
  private readonly strata: GivenDraw[];

  constructor(
    private readonly plan: BodyPlan,
    private readonly facts: TopFacts,
    private readonly recorded: readonly LooseStretch[],
    private readonly load: Load,
    private readonly chance: Chance,
    private readonly spacing = DRAWN_SPACING,
  ) {
    const top = new SolvedTop(topSpec(plan, facts), { spacing, recorded });
    this.middle = { top, view: viewOf(top) };
    this.strata = strataOf(KEPT, plan.braces.length, chance);
  }

  /** Draws and solves one more to be kept, of everything that is not known; one that cannot be solved is left out. */
  draw(): void {
    const solved = this.solved(this.strata.pop());
    if (solved && this.kept.length < KEPT) this.kept.push(solved);
  }

  /** Draws and solves one more to be ranked: of lengths, heights, stiffness and thickness, which an order hangs on. */
  rank(): void {
    const solved = this.recorded.length > 1 ? this.solved({ off: FOR_ORDER }) : null;
    if (!solved) return;
    const { top, drawn } = solved;
    const { order } = rankBraces(top, drawn.loose, this.load);
    this.orders.push({
      order: order.map(({ stretch }) => drawn.loose.indexOf(stretch)),
      left: order.map(({ left }) => left),
    });
  }

  private solved(given?: GivenDraw) {
    const drawn = drawTop(this.plan, this.facts, this.recorded, this.chance, given);
    try {
      const top = new SolvedTop(drawn.spec, { spacing: this.spacing, recorded: drawn.loose });
      return { top, view: viewOf(top), drawn };
    } catch {
      return null;
    }
  }

  /** How many are kept, and how many were ranked. */
  get counts(): { kept: number; ranked: number } {
    return { kept: this.kept.length, ranked: this.orders.length };
  }

  /** In which order each draw would glue what is recorded, by number. */
  get ordersDrawn(): number[][] {
    return this.orders.map(({ order }) => order);
  }

  /**
   * What is recorded, in the order of gluing: what cannot be told apart together, and last what makes no odds to the
   * shape, which is glued because it is loose.
   */
  groups(): GlueGroup[] {
    if (this.recorded.length > 1 && this.orders.length < FEWEST_RANKED) return [];
    if (this.recorded.length <= 1) return this.recorded.map((_, i) => ({ stretches: [i], matters: true }));
    const groups: GlueGroup[] = [];
    let done = 0;
    const all = groupsOf(this.ordersDrawn);
    for (const [i, stretches] of all.entries()) {
      const before = done;
      const slight = this.orders.filter(({ left }) => before > 0 && left[before - 1]! < NO_ODDS).length;
      if (slight >= NEARLY_ALL * this.orders.length) {
        groups.push({ stretches: all.slice(i).flat(), matters: false });
        break;
      }
      groups.push({ stretches, matters: true });
      done += stretches.length;
    }
    return groups;
  }

  /**
   * How far the figures of a state may lie from what is reckoned.
   *
   * @param loose what is loose in it; a recorded stretch is as long as each draw has it
   * @returns what is to be added to the figure of the finer mesh, m and rad
   */
  spread(loose: readonly LooseStretch[], load: Load): Record<SpreadFigure, Spread> | null {
    if (this.kept.length < 8) return null;
    const { recorded } = this;
    const number = (one: LooseStretch) =>
      recorded.findIndex(({ brace, from, to }) => brace === one.brace && from === one.from && to === one.to);
    const reckoned = shapeFigures(this.middle.view, strungOf(this.middle.top, loose, load));
    const all = this.kept.map(({ top, view, drawn }) => ({
      drawn,
      figures: shapeFigures(
        view,
        strungOf(
          top,
          loose.map((one) => drawn.loose[number(one)] ?? one),
          load,
        ),
      ),
    }));
    return Object.fromEntries(
      SPREAD_FIGURES.map((figure): [SpreadFigure, Spread] => {
        const sorted = all.map(({ figures }) => figures[figure]).sort((a, b) => a - b);
        const at = (share: number) => quantile(sorted, share);
        return [
          figure,
          {
            from: at(EDGE) - reckoned[figure],
            middle: at(0.5) - reckoned[figure],
            to: at(1 - EDGE) - reckoned[figure],
            by: mover(all.map(({ drawn, figures }) => ({ off: drawn.off, value: figures[figure] }))),
          },
        ];
      }),
    ) as Record<SpreadFigure, Spread>;
  }
}

/** Below which a further draw of the same kind falls with a chance of so much: between the two nearest of them. */
function quantile(sorted: readonly number[], share: number): number {
  const place = Math.min(sorted.length - 1, Math.max(0, share * (sorted.length + 1) - 1));
  const below = Math.floor(place);
  const above = Math.min(sorted.length - 1, below + 1);
  return sorted[below]! + (place - below) * (sorted[above]! - sorted[below]!);
}

/** Unknowns that move a figure by themselves, beside each brace's height and wood. */
const STRATIFIED = [
  'thickness',
  'domeRadius',
  'stringHeight',
  'slope',
  'bridgeThickness',
  'plateThickness',
  'wood',
  'rim',
  'tailBlock',
  'breakAngle',
] as const satisfies Unknown[];

/**
 * Draws that between them take every unknown from each part of its range once, so that few of them stand for many (M.
 * McKay, R. Beckman and W. Conover, *Technometrics* 21, 1979: Latin hypercube sampling).
 */
function strataOf(count: number, braces: number, chance: Chance): GivenDraw[] {
  const column = () => {
    const parts = Array.from({ length: count }, (_, i) => i);
    for (let i = count - 1; i > 0; i--) {
      const k = Math.floor(chance() * (i + 1));
      [parts[i], parts[k]] = [parts[k]!, parts[i]!];
    }
    return parts.map((part) => normalAt((part + chance()) / count));
  };
  const columns = (of: number) => Array.from({ length: of }, column);
  const [offs, heights, woods] = [columns(STRATIFIED.length), columns(braces), columns(braces)];
  return Array.from({ length: count }, (_, i) => ({
    off: Object.fromEntries(STRATIFIED.map((one, k) => [one, offs[k]![i]!])),
    heights: heights.map((one) => one[i]!),
    woods: woods.map((one) => one[i]!),
  }));
}

/** The standard normal number that so many of all lie below. */
const normalAt = (share: number): number =>
  bisect((z) => normalBelow(z) - Math.min(1 - 1e-6, Math.max(1e-6, share)), -6, 6, 1e-6);

/** The unknown that goes with a figure most, by the square of their correlation; null where none stands out. */
function mover(draws: readonly { off: Record<Unknown, number>; value: number }[]): Unknown | null {
  const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
  const values = draws.map(({ value }) => value);
  const middle = mean(values);
  const spread = mean(values.map((one) => (one - middle) ** 2));
  if (spread === 0) return null;
  const shares = UNKNOWNS.map((unknown) => {
    const offs = draws.map(({ off }) => (unknown === 'tailBlock' ? Math.sign(off[unknown]) : off[unknown]));
    const own = mean(offs);
    const variance = mean(offs.map((one) => (one - own) ** 2));
    const together = mean(draws.map(({ value }, i) => (value - middle) * (offs[i]! - own)));
    return { unknown, share: variance === 0 ? 0 : together ** 2 / (variance * spread) };
  });
  const most = shares.reduce((a, b) => (b.share > a.share ? b : a));
  return most.share > MOVES ? most.unknown : null;
}
