import { mm } from '../units/index.js';
import { pathLength, pointAlong, type Brace, type BodyPlan, type Rectangle } from '../body-plan/index.js';
import { shapeFigures, strungOf, viewOf } from './shape.js';
import type { Load, LooseStretch, SolvedTop } from './solved.js';

/** What hangs on how far a stretch is loose: turn of the bridge, rad. */
export interface LengthSaid {
  stretch: LooseStretch;
  now: number;
  /** least and most, were it up to a tenth shorter or longer: as it is lies between */
  least: number;
  most: number;
  /** its inner end lies this near the bridge plate's edge, m; null where it does not, or no plate is drawn */
  fromPlate: number | null;
  /** did it reach past that edge, where the stick swings free; null where that makes no odds */
  past: number | null;
}

/** A feeler and a mirror tell a length to about a tenth. Common practice. */
const TENTH = 0.1;
/** Nearer to the plate than this an end is measured again. */
const NEAR_PLATE = 20 * mm;
/** So far beyond the edge it surely is past it. */
const PAST = 15 * mm;
const TIP = 10 * mm;

/** What each recorded length is worth: the same top with the stretch a little shorter, longer, or past the plate. */
export function lengthsSaid(top: SolvedTop, loose: readonly LooseStretch[], load: Load): LengthSaid[] {
  const view = viewOf(top);
  const { plan } = top.spec;
  const turn = (of: readonly LooseStretch[]) => shapeFigures(view, strungOf(top, of, load)).turn;
  const now = turn(loose);
  return loose.flatMap((stretch): LengthSaid[] => {
    const brace = plan.braces.find(({ id }) => id === stretch.brace);
    if (!brace) return [];
    const instead = (one: LooseStretch) => turn(loose.map((other) => (other === stretch ? one : other)));
    const by = TENTH * (stretch.to - stretch.from);
    const about = [now, ...[-by, by].map((more) => instead(reaching(brace, stretch, more)))];
    const edge = edgeBeyond(plan, brace, stretch);
    return [
      {
        stretch,
        now,
        least: Math.min(...about),
        most: Math.max(...about),
        fromPlate: edge?.off ?? null,
        past: edge ? instead(reaching(brace, stretch, edge.off + PAST)) : null,
      },
    ];
  });
}

/** The stretch with its inner ends so much farther in; an end at the tip of its brace stays. */
function reaching(brace: Brace, stretch: LooseStretch, by: number): LooseStretch {
  const length = pathLength(brace.path);
  const [first, last] = [stretch.from > TIP, stretch.to < length - TIP];
  const each = first && last ? by / 2 : by;
  return {
    ...stretch,
    from: first ? Math.max(0, stretch.from - each) : stretch.from,
    to: last ? Math.min(length, stretch.to + each) : stretch.to,
  };
}

/** How far the inner end of a stretch that is free at its tip lies before the plate's edge; null where it is far or past. */
function edgeBeyond({ plate }: BodyPlan, brace: Brace, { from, to }: LooseStretch): { off: number } | null {
  if (!plate) return null;
  const length = pathLength(brace.path);
  const outwards = from <= TIP ? { at: to, way: 1 } : to >= length - TIP ? { at: from, way: -1 } : null;
  if (!outwards) return null;
  const { at, way } = outwards;
  for (let off = 0; off <= NEAR_PLATE && at + way * off >= 0 && at + way * off <= length; off += mm)
    if (isOn(plate, pointAlong(brace.path, at + way * off))) return off === 0 ? null : { off };
  return null;
}

const isOn = ({ from, to, halfWidth }: Rectangle, [x, y]: readonly [number, number]): boolean =>
  Math.abs(x) <= halfWidth && y >= from && y <= to;
