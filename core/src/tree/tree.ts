import type { QuestionId } from '../diagnosis/index.js';
import {
  plannedBy,
  standingAt,
  thinned,
  type Ambition,
  type Ground,
  type Money,
  type Planned,
  type RepairPlan,
} from '../repair-plans/index.js';
import { hasRole, TREATMENT_IDS, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { BELIEF_DRAWS, drawStance, stanceBelief, type StanceBelief, type TrueStance } from './belief.js';
import { evenDraws, type Draw } from './draws.js';
import { spentOnce, spentOver, type Spent, type SpentOnce } from './spent.js';
import { wayOf, type WayKey } from './ways.js';
import { FIRST_READ, readAgain, worked } from './worked.js';

/** One way on from the reading after the first part. */
export interface TreeWay {
  key: WayKey;
  /** 0 to 1 */
  chance: number;
  /** what is done on it in half of its draws or more, in the order of the bench */
  ids: TreatmentId[];
  /** after the first part */
  more: Spent;
}

/** What a plan may come to: its first part up to *measure again*, then the ways on. */
export interface Tree {
  ambition: Ambition;
  /** done before it is read again; what it takes */
  first: TreatmentId[];
  firstSpent: Spent;
  /** the likeliest first, four at most */
  ways: TreeWay[];
  /** chance of all others together */
  otherwise: number;
  /** chance that the reading decides nothing */
  undecided: number;
  /** of the whole, whichever way it goes */
  whole: Spent;
  /** what takes minutes to find out, and tells the ways apart: asked before any of them is said */
  asks: QuestionId[];
  says: 'ways' | 'sure' | 'ask';
  draws: number;
  seed: number;
}

/** Of a plan that serves several aims, the one by which it is chosen anew. */
const CHOSEN_ANEW: readonly Ambition[] = ['sound', 'lasting', 'least', 'preserve'];
/** Under this a way is no way of its own; so many are shown; from this on it is a sentence and no tree. */
const SHOWN = { least: 0.05, most: 4, sure: 0.9, undecided: 0.3 };
/** Paths are enough to choose by. */
const PATHS = 100;
/** It is read again so often at most. */
const ROUNDS = 3;

/** Quick while somebody waits; good enough to be given to an owner. */
export const TREE_DRAWS = { quick: 64, told: 200 } as const;
/** The same draws for every option and every showing. */
export const TREE_SEED = 1;

/**
 * What a plan that moves the structure, or waits for a reading, may come to: how it truly stands is drawn from what is
 * believed of it, what is done first is done to that, it is read again with the errors of the tools, and the plan is chosen
 * anew by the same rules (preposterior analysis; H. Raiffa and R. Schlaifer, *Applied Statistical Decision Theory*). It is
 * what this program would say then, its faults in it.
 *
 * @param ground what all plans of the instrument are made on
 * @param draws how many
 * @param seed any integer; the same gives the same
 * @returns null where the plan waits for nothing
 */
export function treeOf(
  ground: Ground,
  plan: Pick<RepairPlan, 'ids' | 'kinds'>,
  money: Pick<Money, 'rate'>,
  draws: number = TREE_DRAWS.told,
  seed: number = TREE_SEED,
): Tree | null {
  const first = firstPartOf(plan.ids);
  if (!first || plan.kinds[0] === 'leave it') return null;
  const ambition = CHOSEN_ANEW.find((one) => plan.kinds.includes(one)) ?? 'sound';
  const belief = stanceBelief(ground);
  const asks = asksOf(ground, belief);
  const few = thinned(ground, PATHS, endsCreep(first));
  const drawn = belief
    ? evenDraws(draws, EVEN, seed).map((draw) => drawPath(few, { ambition, belief, first, draw }))
    : evenDraws(draws, EVEN, seed).map((draw) => unread(few, first, plan.ids, draw));
  const { rate } = money;
  const keys = [...new Set(drawn.map(({ key }) => key))];
  const chanceOf = (key: WayKey) => drawn.filter((one) => one.key === key).length / draws;
  const undecided = belief ? chanceOf('not decided') : 1;
  const ways = keys
    .filter((key) => key !== 'not decided' && chanceOf(key) >= SHOWN.least)
    .map((key): TreeWay => {
      const own = drawn.filter((one) => one.key === key);
      return {
        key,
        chance: chanceOf(key),
        ids: usualIds(own),
        more: spentOver(
          own.map(({ more }) => more),
          rate,
        ),
      };
    })
    .sort((a, b) => b.chance - a.chance)
    .slice(0, SHOWN.most);
  const sure = (ways[0]?.chance ?? 0) >= SHOWN.sure;
  return {
    ambition,
    first,
    firstSpent: spentOver(
      drawn.map((one) => one.first),
      rate,
    ),
    ways,
    otherwise: 1 - undecided - ways.reduce((sum, { chance }) => sum + chance, 0),
    undecided,
    whole: spentOver(
      drawn.map(({ whole }) => whole),
      rate,
    ),
    asks,
    says: asks.length > 0 || undecided >= SHOWN.undecided ? 'ask' : sure ? 'sure' : 'ways',
    draws,
    seed,
  };
}

/** Of these the draws are spread evenly: what decides most of the ways, all at once; the rest each by itself. */
const EVEN = {
  together: ['stance 0', 'rise', 'gluing', 'called folded', 'stance 5', 'stance 10'],
  each: [
    ...BELIEF_DRAWS,
    'bridge as made',
    'flattening',
    ...FIRST_READ,
    ...TREATMENT_IDS.map((id) => `hours ${id}`),
  ],
} as const;

/**
 * What is done before it is read again: up to *measure again*, or, where the structure is moved and nothing waits, up to its
 * rest; null where nothing of it moves the structure or waits, or the neck is set before.
 */
export function firstPartOf(ids: readonly TreatmentId[]): TreatmentId[] | null {
  const measure = ids.indexOf('measure-first');
  const rest = ids.indexOf('rest-under-tension');
  const end = measure >= 0 ? measure : rest;
  if (end < 0) return null;
  const part = ids.slice(0, end + 1);
  const moves = part.some((id) =>
    TREATMENTS[id].effects.some(({ on }) => on === 'structure' || on === 'belly'),
  );
  if (measure < 0 && !moves) return null;
  return part.some((id) => hasRole(id, 'sets the plane')) ? null : part;
}

const endsCreep = (ids: readonly TreatmentId[]): boolean =>
  ids.some((id) => TREATMENTS[id].effects.some((one) => one.on === 'structure' && one.endsCreep));

/** What takes minutes and would tell the ways apart, and nobody did yet. */
function asksOf({ evidence, diagnosis }: Ground, belief: StanceBelief | null): QuestionId[] {
  const { type, build } = evidence.instrument;
  const has = (quantity: string) => evidence.reads.some((one) => one.quantity === quantity);
  const one =
    diagnosis.sides.length === 1 || diagnosis.sides.filter(({ budget }) => budget !== null).length === 1;
  return [
    ...(belief ? [] : one ? (['other-side'] as const) : (['whole-stance'] as const)),
    ...(type === 'flat-top' && !has('bridgeThickness') ? (['bridge-thickness'] as const) : []),
    ...(build.neckJoint === undefined ? (['joint-kind'] as const) : []),
    ...(type === 'flat-top' && build.oldGlue === undefined ? (['old-glue'] as const) : []),
  ];
}

interface Path {
  key: WayKey;
  /** all that is done after the first part */
  ids: TreatmentId[];
  first: SpentOnce;
  more: SpentOnce;
  whole: SpentOnce;
}

interface Drawing {
  ambition: Ambition;
  belief: StanceBelief;
  first: readonly TreatmentId[];
  draw: Draw;
}

/** One way in which it may go: done, read again, and chosen anew until nothing waits. */
function drawPath(ground: Ground, { ambition, belief, first, draw }: Drawing): Path {
  const parts: (readonly TreatmentId[])[] = [first];
  let truth = drawStance(belief, draw);
  let at = ground;
  let done: readonly TreatmentId[] = first;
  let key: WayKey | null = null;
  let risen = false;
  for (let round = 1; ; round++) {
    const before: TrueStance = truth;
    truth = worked(before, done, { ground, belief, draw, risen });
    risen ||= done.some((id) => TREATMENTS[id].effects.some(({ on }) => on === 'structure'));
    const { evidence, levels } = readAgain(at, before, truth, done, { belief, draw, round });
    at = standingAt(ground, evidence, levels);
    const next: Planned = plannedBy(ambition, at);
    key ??= wayOf(next, at);
    const again = next.waits && round < ROUNDS ? firstPartOf(next.ids) : null;
    const part = fresh(again ?? next.ids, parts);
    parts.push(part);
    if (!again || part.length === 0) break;
    done = part;
  }
  return pathOf(key, parts, ground, draw);
}

/** Where nothing is believed of the stance: the plan as it stands. */
function unread(
  ground: Ground,
  first: readonly TreatmentId[],
  ids: readonly TreatmentId[],
  draw: Draw,
): Path {
  return pathOf('not decided', [first, ids.slice(first.length)], ground, draw);
}

function pathOf(key: WayKey, parts: readonly (readonly TreatmentId[])[], ground: Ground, draw: Draw): Path {
  const [first, ...more] = parts;
  return {
    key,
    ids: more.flat(),
    first: spentOnce([first!], ground, draw),
    more: spentOnce(more, ground, draw),
    whole: spentOnce(parts, ground, draw),
  };
}

/** What was done once is not done again, but for what goes with every string-up. */
function fresh(ids: readonly TreatmentId[], parts: readonly (readonly TreatmentId[])[]): TreatmentId[] {
  const done = new Set(parts.flat());
  return ids.filter((id) => !done.has(id) || hasRole(id, 'read anew'));
}

/** What is done in half of the draws or more, in the order in which it is done. */
function usualIds(paths: readonly Path[]): TreatmentId[] {
  const count = new Map<TreatmentId, { times: number; place: number }>();
  for (const { ids } of paths)
    [...new Set(ids)].forEach((id, place) => {
      const had = count.get(id) ?? { times: 0, place: 0 };
      count.set(id, { times: had.times + 1, place: had.place + place });
    });
  return [...count]
    .filter(([, { times }]) => times * 2 >= paths.length)
    .sort(([, a], [, b]) => a.place / a.times - b.place / b.times)
    .map(([id]) => id);
}
