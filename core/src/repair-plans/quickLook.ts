import type { PointId, StateId, Verdict } from '../readings/index.js';
import { withNeeds, type TreatmentId } from '../treatments/index.js';
import { costOf } from './cost.js';
import { HOUSE_EFFECTS, type LearnedEffects } from './learned.js';

/** A job that putting right asks for; points that ask for the same job are paid once. */
export interface Job {
  name: string;
  treatments: TreatmentId[];
  /** what asks for it, and what only may */
  asks: Partial<Record<PointId, StateId[]>>;
  may: Partial<Record<PointId, StateId[]>>;
  /** points that hide it while they were not looked at, or cannot be seen; and how often it is found there */
  hidden: PointId[];
  found: number;
}

const SET_UP: TreatmentId[] = ['clean-and-inspect', 'set-up'];

/**
 * What a quick look prices: each job by its treatments. How often a job is found where nobody looked: house figures, from
 * no counted sample.
 */
export const JOBS = {
  neck: {
    name: 'Neck reset, frets dressed',
    // the frets over the joint are dressed once the neck is back
    treatments: ['neck-off', 'extension', 'level-frets', 'saddle'],
    asks: { saddleLook: ['hardly-any'], straightedgeLook: ['runs-into-the-front'], bridge: ['planed-thin'] },
    may: {
      saddleLook: ['little'],
      straightedgeLook: ['a-little-lower'],
      sellersWords: ['excuses-the-action'],
    },
    hidden: ['straightedgeLook', 'saddleLook'],
    found: 0.25,
  },
  thinned: {
    name: 'Bridge made whole again',
    treatments: ['build-up-bridge'],
    asks: { bridge: ['planed-thin'] },
    may: {},
    hidden: [],
    found: 0,
  },
  bridge: {
    name: 'Bridge reglued',
    treatments: ['reglue-bridge'],
    asks: { bridge: ['lifting'] },
    may: { bridge: ['screws-or-bolts', 'tailpiece-added'] },
    hidden: ['bridge'],
    found: 0.15,
  },
  split: {
    // one that cracked through its pins splits again: a new one is usual
    name: 'New bridge',
    treatments: ['make-bridge', 'reglue-bridge'],
    asks: { bridge: ['cracked-through-the-pins'] },
    may: {},
    hidden: [],
    found: 0,
  },
  plate: {
    name: 'Bridge plate',
    treatments: ['replace-plate'],
    asks: { bridgePlate: ['cracked'] },
    may: { bridgePlate: ['replaced'] },
    hidden: ['bridgePlate'],
    found: 0.15,
  },
  patch: {
    name: 'Plate holes patched',
    treatments: ['patch-plate'],
    asks: { bridgePlate: ['worn-holes'] },
    may: {},
    hidden: [],
    found: 0,
  },
  graft: {
    name: 'Top grafted under the bridge',
    treatments: ['graft-top'],
    asks: { grainCrack: ['cracked-across'] },
    may: { bridgePlate: ['replaced'] },
    hidden: ['grainCrack'],
    found: 0.06,
  },
  belly: {
    name: 'Braces and belly repaired',
    treatments: ['reglue-brace', 'flatten-belly'],
    asks: { topShape: ['hollow-and-hump'] },
    may: { topShape: ['sunken-at-the-hole'] },
    hidden: ['topShape'],
    found: 0.15,
  },
  braces: {
    name: 'Loose braces glued',
    treatments: ['reglue-brace'],
    asks: { braceRap: ['buzzes'], topBraces: ['loose-end', 'cracked-brace'] },
    may: { braceRap: ['rattles'] },
    hidden: ['braceRap'],
    found: 0.25,
  },
  cracks: {
    name: 'Cracks closed and cleated',
    treatments: ['close-crack'],
    asks: { cracks: ['moves', 'open'] },
    may: { cracks: ['quiet-hairline'] },
    hidden: ['cracks'],
    found: 0.2,
  },
  block: {
    name: 'End block and tail',
    treatments: ['glue-block'],
    asks: { tail: ['crack-round-the-tail'], linings: ['block-split'] },
    may: { tail: ['side-crack'] },
    hidden: ['tail'],
    found: 0.08,
  },
  frets: {
    name: 'New frets',
    treatments: ['refret', 'nut'],
    asks: { fretWear: ['very-low'], fretPits: ['deep'] },
    may: {},
    hidden: [],
    found: 0,
  },
  level: {
    name: 'Frets levelled',
    treatments: ['level-frets'],
    asks: { fretWear: ['pitted', 'lifting'] },
    may: {},
    hidden: ['fretWear'],
    found: 0.3,
  },
  straight: {
    name: 'Neck made straight',
    treatments: ['press-neck'],
    asks: { boardEdges: ['twisted', 'back-bow'] },
    may: { boardEdges: ['much-relief'] },
    hidden: ['boardEdges'],
    found: 0.1,
  },
  headstock: {
    name: 'Headstock glued',
    treatments: ['glue-headstock'],
    asks: { headstock: ['crack-behind-the-nut', 'broken'] },
    may: { headstock: ['hairline'] },
    hidden: ['headstock'],
    found: 0.03,
  },
  bars: {
    name: 'Bars of the arch',
    treatments: ['reglue-bar'],
    asks: { archBars: ['loose', 'cracked', 'fallen'] },
    may: {},
    hidden: ['archBars'],
    found: 0.12,
  },
} as const satisfies Record<string, Job>;
export type JobId = keyof typeof JOBS;
export const JOB_IDS = Object.keys(JOBS) as JobId[];

/** What was found at a point of a quick look. */
export interface LookedPoint {
  point: PointId;
  states: readonly StateId[];
  verdict: Verdict | null;
  /** what putting it right is allowed to cost, where somebody said so */
  allowance: number | null;
}

export interface QuickAsked {
  points: readonly LookedPoint[];
  /** points of the protocol that this construction has */
  protocol: readonly PointId[];
  archtop: boolean;
  rate: number | null;
  /** the shop's own allowances, by job */
  allowances: Partial<Record<JobId, number>>;
  /** asked for it, and what it would fetch put right; null where that is not known */
  asking: number | null;
  worth: number | null;
  effects?: LearnedEffects;
}

/** A job of the answer: what it costs, from and to, how sure it is, and which points ask for it. */
export interface PricedJob {
  job: JobId | 'own';
  name: string;
  cost: [number, number];
  certainty: 'asked' | 'may' | 'not seen';
  /** how likely it has to be paid */
  chance: number;
  points: PointId[];
}

export interface QuickAnswer {
  verdict: 'sound' | 'watch' | 'repair' | 'not told';
  jobs: PricedJob[];
  /** what is asked for, in the shop's currency; null where nothing can be priced */
  repairs: [number, number] | null;
  /** what only may be, and what was not seen: what that could cost at most */
  more: number;
  unseen: PointId[];
  advice:
    | { kind: 'buy' }
    | { kind: 'offer'; most: number }
    | { kind: 'leave it' }
    | { kind: 'not told'; missing: 'price' | 'rate' };
}

/** How likely a job has to be paid where a point only may ask for it. House figure. */
const MAY = 0.35;
/** A repair of less than this share of the price is no reason to offer less. House figure. */
const SMALL = 0.05;

/** What a quick look comes to: the jobs, each once, their sum against the price, and what to do. */
export function quickAnswer(asked: QuickAsked): QuickAnswer {
  const { points, protocol, asking } = asked;
  const seen = new Map(points.map((one) => [one.point, one]));
  const unseen = protocol.filter((point) => {
    const one = seen.get(point);
    return !one || one.verdict === null || one.verdict === 'unseen';
  });
  const jobs = [...JOB_IDS.flatMap((job) => priced(job, asked, seen, unseen)), ...ownJobs(asked, seen)];
  const sure = jobs.filter(({ certainty }) => certainty === 'asked');
  const known = asked.rate !== null || jobs.some(({ cost }) => cost[1] > 0);
  const repairs: [number, number] | null = known
    ? [sum(sure.map(({ cost }) => cost[0])), sum(sure.map(({ cost }) => cost[1]))]
    : null;
  const rest = jobs.filter(({ certainty }) => certainty !== 'asked');
  const more = sum(rest.map(({ cost }) => cost[1]));
  const verdicts = points.map(({ verdict }) => verdict);
  const verdict = verdicts.every((one) => one === null || one === 'unseen')
    ? 'not told'
    : verdicts.includes('repair') || sure.length > 0
      ? 'repair'
      : verdicts.includes('watch')
        ? 'watch'
        : 'sound';
  return { verdict, jobs, repairs, more, unseen, advice: adviceOf(asked, repairs, rest, asking) };
}

function priced(
  job: JobId,
  asked: QuickAsked,
  seen: ReadonlyMap<PointId, LookedPoint>,
  unseen: readonly PointId[],
): PricedJob[] {
  const { name, treatments, asks, may, hidden, found }: Job = JOBS[job];
  if (asked.archtop ? ONLY_FLAT.includes(job) : job === 'bars') return [];
  // what a larger job does anyway is not paid beside it
  if (COVERED[job]?.some((larger) => askedFor(larger, seen))) return [];
  const at = (states: Partial<Record<PointId, StateId[]>>) =>
    (Object.keys(states) as PointId[]).filter((point) =>
      seen.get(point)?.states.some((state) => states[point]!.includes(state)),
    );
  const [sure, perhaps] = [at(asks), at(may)];
  const blind = hidden.filter((point) => unseen.includes(point));
  const certainty =
    sure.length > 0 ? 'asked' : perhaps.length > 0 ? 'may' : blind.length > 0 ? 'not seen' : null;
  if (!certainty) return [];
  const pointed = certainty === 'asked' ? sure : certainty === 'may' ? perhaps : blind;
  return [
    {
      job,
      name,
      certainty,
      points: pointed,
      chance: certainty === 'asked' ? 1 : certainty === 'may' ? MAY : found,
      cost: costOfJob(
        job,
        treatments,
        asked,
        pointed.map((point) => seen.get(point)?.allowance ?? null),
      ),
    },
  ];
}

/** Jobs of a flat top alone. */
const ONLY_FLAT: readonly JobId[] = ['thinned', 'bridge', 'split', 'plate', 'patch', 'graft', 'belly'];

/** What is done within a larger job. */
const COVERED: Partial<Record<JobId, JobId[]>> = {
  braces: ['belly'],
  plate: ['graft'],
  patch: ['graft', 'plate'],
  bridge: ['graft', 'thinned', 'split'],
  thinned: ['split'],
  level: ['frets', 'neck'],
};
const askedFor = (job: JobId, seen: ReadonlyMap<PointId, LookedPoint>): boolean => {
  const { asks }: Job = JOBS[job];
  return (Object.keys(asks) as PointId[]).some((point) =>
    seen.get(point)?.states.some((state) => asks[point]!.includes(state)),
  );
};

/**
 * What a job costs by itself, by the shop's allowance or the catalogue's hours.
 *
 * @returns from and to, in the shop's currency; null where the shop has neither a rate nor an allowance for it
 */
export function costOfOne(
  job: JobId,
  shop: Pick<QuickAsked, 'allowances' | 'rate' | 'effects'>,
): [number, number] | null {
  const cost = costOfJob(job, JOBS[job].treatments, shop, []);
  return cost[1] > 0 ? cost : null;
}

/** What of a plan a customer would name: the jobs whose chief treatment is in it, the larger ones first. */
export function jobNames(ids: readonly TreatmentId[]): string[] {
  const inPlan = JOB_IDS.filter((job) => ids.includes(JOBS[job].treatments[0]));
  return inPlan
    .filter((job) => !COVERED[job]?.some((larger) => inPlan.includes(larger)))
    .map((job) => JOBS[job].name);
}

/** What was written at a point goes before the shop's allowance, and that before the hours of the catalogue. */
function costOfJob(
  job: JobId,
  treatments: readonly TreatmentId[],
  { allowances, rate, effects = HOUSE_EFFECTS }: Pick<QuickAsked, 'allowances' | 'rate' | 'effects'>,
  written: readonly (number | null)[],
): [number, number] {
  // several points that ask for one job are paid once: the largest amount stands
  const own = written.filter((amount): amount is number => amount !== null);
  if (own.length > 0) return [Math.max(...own), Math.max(...own)];
  const shop = allowances[job];
  if (shop !== undefined) return [shop, shop];
  if (rate === null) return [0, 0];
  return costOf([...withNeeds([...treatments, ...SET_UP])], rate, effects).money!;
}

/** Amounts that were written at points that no job of ours is of. */
function ownJobs({ points }: QuickAsked, seen: ReadonlyMap<PointId, LookedPoint>): PricedJob[] {
  const ours = new Set(
    JOB_IDS.flatMap((job) => {
      const { asks, may }: Job = JOBS[job];
      return [...Object.entries(asks), ...Object.entries(may)].flatMap(([point, states]) =>
        seen.get(point as PointId)?.states.some((state) => states.includes(state)) ? [point] : [],
      );
    }),
  );
  return points.flatMap(({ point, allowance, verdict }): PricedJob[] =>
    allowance === null || ours.has(point)
      ? []
      : [
          {
            job: 'own',
            name: '',
            cost: [allowance, allowance],
            certainty: verdict === 'watch' ? 'may' : 'asked',
            chance: verdict === 'watch' ? MAY : 1,
            points: [point],
          },
        ],
  );
}

function adviceOf(
  { worth, rate }: QuickAsked,
  repairs: [number, number] | null,
  rest: readonly PricedJob[],
  asking: number | null,
): QuickAnswer['advice'] {
  if (asking === null) return { kind: 'not told', missing: 'price' };
  if (repairs === null) return { kind: 'not told', missing: rate === null ? 'rate' : 'price' };
  // put right it is worth what it would fetch, or what is asked for it as if it were sound
  const right = worth ?? asking;
  const expected =
    (repairs[0] + repairs[1]) / 2 + sum(rest.map(({ cost, chance }) => (chance * (cost[0] + cost[1])) / 2));
  const most = right - expected;
  if (most <= 0.1 * right) return { kind: 'leave it' };
  if (asking <= most * (1 + SMALL)) return { kind: 'buy' };
  return { kind: 'offer', most };
}

const sum = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0);
