import { ruleIs, type Finding, type OpenQuestion } from '../diagnosis/index.js';
import { hasRole, ORIGINALS, TREATMENTS, type OwnTreatment, type TreatmentId } from '../treatments/index.js';
import { ACTION_TOLERANCE, saddleShowingWanted } from '../targets/index.js';
import { costOf, type Cost } from './cost.js';
import { actionOf, afterwards, NO_SETTINGS, riseOf, type PlanState, type Settings } from './effects.js';
import { momentsOf, type Ground } from './ground.js';
import { forbiddenBy } from './forbidden.js';
import { structureFirst } from './withheld.js';
import type { PlanStep, Provisional } from './step.js';
import { neverOf } from './never.js';
import { outcomeOf, quickOf, type Outcome, type Quick } from './outcome.js';
import { resolve, struckOf, wantedBy, type Struck, type Wanted } from './resolve.js';
import { completed, inOrder, stepsOf } from './steps.js';
import { AMBITIONS, answerOf, isAnswered, type Ambition } from './ways.js';

export const PLAN_KINDS = ['leave it', ...AMBITIONS] as const;
export type PlanKind = (typeof PLAN_KINDS)[number];

/** What the shop and the owner put beside a plan, in the shop's currency; null where nobody said. */
export interface Money {
  rate: number | null;
  marketValue: number | null;
  worthToOwner: number | null;
  budget: number | null;
}
export const NO_MONEY: Money = { rate: null, marketValue: null, worthToOwner: null, budget: null };

/** A plan in full. */
export interface RepairPlan {
  /** what it aims at; several where they come to the same */
  kinds: PlanKind[];
  ids: TreatmentId[];
  steps: PlanStep[];
  outcome: Outcome;
  cost: Cost;
  /** treatments of the shop's own in it */
  own: string[];
  /** what of the findings stays as it is, gravest first */
  undone: Finding[];
  /** what may go otherwise, and what is done then */
  risks: { id: TreatmentId; if: string; then: string }[];
  /** what would change the choice, once it is known */
  hangsOn: Pick<OpenQuestion, 'id' | 'decides' | 'minutes'>[];
  /** why its amounts are provisional; empty where they are not */
  provisional: Provisional[];
  /** what was wanted of it and is not done, and why */
  struck: Struck[];
  /** of leaving it: no small repair helps, because of this; null where one does, or nothing is off */
  noLess: Finding | null;
}

/** A plan before it is written out. */
interface Candidate {
  ids: TreatmentId[];
  wanted: Wanted;
  state: PlanState;
  quick: Quick;
  cost: Cost;
  undone: number;
}

/** Plans of an instrument that are sensible: leaving it, and what each ambition comes to. */
export function repairPlansOf(ground: Ground, money: Money): RepairPlan[] {
  const leave = leaveIt(ground, money);
  const best = new Map(AMBITIONS.map((ambition) => [ambition, bestOf(ambition, ground, money, leave)]));
  const shown: { kinds: PlanKind[]; of: Candidate }[] = [{ kinds: ['leave it'], of: leave }];
  const sound = best.get('sound')!;
  for (const ambition of AMBITIONS) {
    const of = best.get(ambition);
    if (!of || (ambition === 'preserve' && !altersOriginals(sound))) continue;
    const same = shown.find((one) => sameSet(one.of.ids, of.ids));
    if (same) {
      if (same.of !== leave) same.kinds.push(ambition);
      continue;
    }
    if (ambition === 'lasting' && !lasts(of, sound)) continue;
    shown.push({ kinds: [ambition], of });
  }
  const noLess = best.get('least') ? null : (undoneBy(ground, leave)[0] ?? null);
  const left = shown.filter(
    (one, i) => i === 0 || !shown.some((other) => other !== one && dominates(other.of, one.of)),
  );
  const planned = left.some(({ kinds }) => kinds.includes('sound'));
  return left.map(({ kinds, of }, i) =>
    written(ground, kinds, of, money, leave, i === 0 ? noLess : null, [
      ...kinds.filter((kind) => kind === 'sound' || kind === 'lasting'),
      // where nothing is left of the sound plan, leaving it says why
      ...(i === 0 && !planned ? (['sound'] as const) : []),
    ]),
  );
}

/** The least and the sound plan by their treatments alone: what changes when something more is known. */
export function decidedIds(ground: Ground): TreatmentId[][] {
  const leave = leaveIt(ground, NO_MONEY);
  return (['least', 'sound'] as const).map((ambition) =>
    (bestOf(ambition, ground, NO_MONEY, leave) ?? leave).ids.filter((id) => id !== 'clean-and-inspect'),
  );
}

/** What an ambition comes to, by its treatments in the order of the bench, and what of it is struck. */
export interface Planned {
  ids: TreatmentId[];
  struck: Struck[];
  /** it waits for a reading before its amounts are told */
  waits: boolean;
}

/** The plan of an ambition by its treatments alone; leaving it where nothing serves. */
export function plannedBy(ambition: Ambition, ground: Ground): Planned {
  const leave = leaveIt(ground, NO_MONEY);
  const best = bestOf(ambition, ground, NO_MONEY, leave) ?? leave;
  const ids = stepsOf(ground, best.wanted, NO_SETTINGS).steps.map(({ id }) => id);
  const kept = best === leave ? ids.filter((id) => id !== 'measure-first') : ids;
  return {
    ids: kept,
    waits: kept.includes('measure-first'),
    struck: struckOf(wantedBy(ambition, ground), new Set(kept), ground),
  };
}

/** The plan that the bench works by until somebody chooses another: what was found is put right, by the shop's schools. */
export const soundWanted = (of: Ground): Wanted => followed(of, resolve(wantedBy('sound', of), of));

function leaveIt(ground: Ground, money: Money): Candidate {
  const unsound = ground.diagnosis.findings.filter((finding) => finding.unsound);
  const wanted: Wanted = new Map();
  if (unsound.length > 0) wanted.set('slacken', unsound);
  // air that is too dry or too damp is put right whatever else is left
  for (const finding of ground.diagnosis.findings.filter(({ rule }) => ruleIs(rule, 'of the air')))
    for (const id of answerOf('sound', finding, ground) ?? [])
      wanted.set(id, [...(wanted.get(id) ?? []), finding]);
  return candidateOf(ground, resolve(wanted, ground), money);
}

function candidateOf(ground: Ground, given: Wanted, money: Money, gentle = false): Candidate {
  const wanted = withoutIdle(ground, followed(ground, given, gentle));
  const ids = inOrder(completed(wanted, ground).keys(), ground);
  const state = afterwards(ground, ids);
  const quick = quickOf(ground, state);
  const undone = undoneOf(ground, new Set(ids), state).length;
  return { ids, wanted, state, quick, cost: costOf(ids, money.rate, ground.effects, ground), undone };
}

const undoneBy = (ground: Ground, { ids, state }: Candidate): Finding[] =>
  undoneOf(ground, new Set(ids), state);

/** What would set the action and comes to nothing is not in a plan. */
function withoutIdle(ground: Ground, wanted: Wanted): Wanted {
  const { amounts, slack } = afterwards(ground, inOrder(wanted.keys(), ground));
  const idle = [...wanted].flatMap(([id, by]) => {
    const sets = hasRole(id, 'sets the action') || TREATMENTS[id].effects.some(({ on }) => on === 'nut');
    const asked = by.some(({ rule, side }) => !ruleIs(rule, 'of the action') && side === null);
    return sets && !amounts.has(id) && ground.sides.length > 0 && !slack && !asked ? [id] : [];
  });
  return idle.length === 0 ? wanted : new Map([...wanted].filter(([id]) => !idle.includes(id)));
}

/** What a plan moves of the action by more than this is brought right at the saddle, m. House figure. */
const FOLLOWS = 0.2e-3;

/**
 * Whatever moves the action on the way is followed by the saddle, or the wheels, where nothing forbids it.
 *
 * @param gentle nothing is cut while it stays inside what is wanted
 */
function followed(ground: Ground, wanted: Wanted, gentle = false): Wanted {
  const { evidence, diagnosis } = ground;
  const sets: TreatmentId[] = ['saddle', 'taller-saddle', 'thumb-wheels'];
  if (diagnosis.unsound || sets.some((id) => wanted.has(id)) || structureFirst(ground)) return wanted;
  const { withheld: held } = diagnosis.verdict;
  if (held.slack || held.disagree || held.oneSide || held.swapped) return wanted;
  const state = afterwards(ground, inOrder(wanted.keys(), ground));
  if (state.slack) return wanted;
  const moved = state.sides.filter(({ offset }) => Math.abs(momentsOf(offset).value) > FOLLOWS);
  const off = moved
    .map((side) => momentsOf(actionOf(side)).value - side.ground.target)
    .sort((a, b) => Math.abs(b) - Math.abs(a))[0];
  if (off === undefined || Math.abs(off) < (gentle && off > 0 ? ACTION_TOLERANCE : FOLLOWS)) return wanted;
  const id: TreatmentId =
    evidence.instrument.type === 'archtop' ? 'thumb-wheels' : off > 0 ? 'saddle' : 'taller-saddle';
  const after: Wanted = new Map([...wanted, [id, []]]);
  if (forbiddenBy(id, new Set(after.keys()), ground)) return wanted;
  // at its floor or ceiling already it can bring nothing right
  const can = afterwards(ground, inOrder(after.keys(), ground)).amounts.has(id);
  return can ? after : wanted;
}

/** What of the findings a plan leaves as it is, gravest first. */
function undoneOf(ground: Ground, ids: ReadonlySet<TreatmentId>, state: PlanState): Finding[] {
  return ground.diagnosis.findings.filter(
    (finding) =>
      counts(finding) &&
      // what creeps is answered where what gives way carries again: nobody knows yet how it goes on
      !(finding.rule === 'creeps' && state.creep === 'unknown') &&
      !(ruleIs(finding.rule, 'of the action') && state.sides.length > 0
        ? actionAnswered(ground, finding, ids, state)
        : isAnswered(finding, ids, ground)),
  );
}

function actionAnswered(
  ground: Ground,
  { rule, side }: Finding,
  ids: ReadonlySet<TreatmentId>,
  { sides, slack }: PlanState,
): boolean {
  if (slack) return ids.has('keep-slack');
  return sides
    .filter((one) => side === null || one.ground.side === side)
    .every((one) => {
      const [low, high] = one.ground.window;
      const action = momentsOf(actionOf(one)).value;
      const inside = action >= low && action <= high;
      if (rule !== 'saddle-spent' && rule !== 'neck-asked') return inside;
      const saddle = one.saddle && momentsOf(one.saddle).value;
      const { stringKind, type } = ground.evidence.instrument;
      const floor = type === 'archtop' ? 0 : saddleShowingWanted(stringKind).least;
      return inside && saddle !== null && saddle >= floor - FLOOR_NEAR;
    });
}

/** The floor counts as reached within this, m: twice a caliper's error. */
const FLOOR_NEAR = 0.1e-3;

/** What a plan may leave undone, and has to say so. */
const counts = ({ severity }: Pick<Finding, 'severity'>): boolean =>
  severity === 'live' || severity === 'structural' || severity === 'playing';

/** Of what may be with a plan or not, every way; the best by what the ambition asks for, null where none serves it. */
function bestOf(ambition: Ambition, ground: Ground, money: Money, leave: Candidate): Candidate | null {
  const base = wantedBy(ambition, ground);
  const all = choices(ambition, ground, base)
    .map((wanted) => candidateOf(ground, resolve(wanted, ground, base), money, ambition === 'least'))
    .filter((one) => !worse(one, leave) || mendsStructure(one, ground));
  if (ambition === 'least') return leastOf(all, leave, ground);
  const left = all.filter((one) => !all.some((other) => other !== one && dominates(other, one)));
  const pool = left.length > 0 ? left : all;
  return pool.length === 0 ? leave : pool.reduce((a, b) => (better(ambition, b, a) ? b : a));
}

/** Strings that are left further off than they are help nobody. */
const worse = (of: Candidate, leave: Candidate): boolean => of.quick.beyond > leave.quick.beyond + FOLLOWS;
/** It mends what has to carry, which moves the action whatever is wanted of it; a bridge is made thicker by choice. */
const mendsStructure = ({ ids, state }: Candidate, ground: Ground): boolean =>
  !ids.some((id) => TREATMENTS[id].effects.some(({ on }) => on === 'thickness')) &&
  ids.some((id) => TREATMENTS[id].effects.some(({ on }) => on === 'structure' || on === 'belly')) &&
  ground.diagnosis.findings.some(
    (finding) =>
      (isHazard(finding) || ruleIs(finding.rule, 'structure first') || ruleIs(finding.rule, 'damage')) &&
      !undoneOf(ground, new Set(ids), state).includes(finding),
  );

/** Of what is too much at least so much goes, or the year's chance gains so much. */
const LEAST = { goes: 0.5, gains: 0.1, loses: 0.05, hours: 0.3 };

/**
 * What a master does when asked for as little as possible: of the plans that take away every live hazard and at least half
 * of what is too much, or make the year's chance better by ten points, the one that undoes easiest, then costs least.
 */
function leastOf(all: readonly Candidate[], leave: Candidate, ground: Ground): Candidate | null {
  const serve = all.filter((one) => {
    if (one.quick.stopped || undoneBy(ground, one).some(isHazard)) return false;
    if (undoneBy(ground, leave).some(isHazard)) return true;
    const gains = (one.quick.chance ?? 0) >= (leave.quick.chance ?? 0) + LEAST.gains;
    if (gains) return true;
    if ((one.quick.chance ?? 0) < (leave.quick.chance ?? 0) - LEAST.loses) return false;
    return leave.quick.beyond > 0
      ? one.quick.off <= (1 - LEAST.goes) * leave.quick.off || one.quick.beyond === 0
      : one.undone < leave.undone;
  });
  const less = ({ cost: a, quick: x }: Candidate, { cost: b, quick: y }: Candidate): boolean => {
    if (a.undo !== b.undo) return a.undo < b.undo;
    const hours = a.hours[1] - b.hours[1];
    // for half an hour nobody lets the year's chance go
    if (Math.abs(hours) > LEAST.hours) return hours < 0;
    const chance = (x.chance ?? 0) - (y.chance ?? 0);
    return Math.abs(chance) > SAME.chance ? chance > 0 : hours < 0;
  };
  return serve.length === 0 ? null : serve.reduce((a, b) => (less(b, a) ? b : a));
}

const isHazard = ({ severity, unsound }: Finding): boolean => severity === 'live' || unsound;

/** Lighter strings bring the action down by a tenth of a millimetre or so: they answer no more than that, m. House figure. */
const STRINGS_ANSWER = 0.15e-3;
const slightlyHigh = ({ diagnosis }: Ground): boolean =>
  diagnosis.sides.every(({ kept }) => kept.value - ACTION_TOLERANCE < STRINGS_ANSWER);

/** What a plan that sets the neck, or presses it, does not leave out: the last saddle, and the rod that is set last. */
const goesAlong = (id: TreatmentId, base: Wanted): boolean =>
  (id === 'saddle' && base.has('settle')) || (id === 'adjust-rod' && base.has('press-neck'));

/** Every combination of what may be in the plan or out of it. */
function choices(ambition: Ambition, ground: Ground, base: Wanted): Wanted[] {
  const { evidence, diagnosis } = ground;
  const reason = diagnosis.findings.filter(({ rule }) => ruleIs(rule, 'set-up may answer'));
  const may = (id: TreatmentId) => !base.has(id) && reason.length > 0 && neverOf(id, ground) === null;
  const strings: TreatmentId = evidence.instrument.pairedStrings ? 'twelve-down' : 'other-strings';
  const air: Record<string, TreatmentId | null> = {
    'held air': 'home-humidity',
    'two saddles': 'second-saddle',
    'safe height': null,
  };
  const own = air[evidence.schools.seasons] ?? null;
  const { withheld: held } = diagnosis.verdict;
  // other strings are no answer to what was not measured yet
  const measured = diagnosis.sides.every(({ budget, told }) => budget !== null && told);
  const high =
    measured &&
    !held.disagree &&
    !held.slack &&
    !held.resting &&
    diagnosis.sides.some(({ there }) => there === 'high');
  const gentle = ambition === 'least' || ambition === 'preserve';
  const in_: TreatmentId[] = [
    ...(own && may(own) ? [own] : []),
    ...(high && gentle && may(strings) && slightlyHigh(ground) ? [strings] : []),
  ];
  const out: TreatmentId[] = (
    gentle
      ? (['saddle', 'adjust-rod', 'nut', 'taller-saddle'] as const)
      : (['build-up-bridge', 'make-bridge'] as const)
  ).filter((id) => base.has(id) && !goesAlong(id, base));
  const changes = [...in_.map((id) => ({ id, add: true })), ...out.map((id) => ({ id, add: false }))];
  return Array.from({ length: 2 ** changes.length }, (_, bits) => {
    const wanted: Wanted = new Map(base);
    changes.forEach(({ id, add }, i) => {
      if (!(bits & (1 << i))) return;
      if (add) wanted.set(id, reason);
      else wanted.delete(id);
    });
    return wanted;
  });
}

/** Differences of less than these are none. House figures. */
const SAME = { chance: 0.02, weeks: 0.03, hours: 0.05, days: 0.05, years: 0.5 };

/** At least as good in every aim, and better in one. */
function dominates(one: Candidate, other: Candidate): boolean {
  const aims = (of: Candidate) => [
    [-Number(of.state.slack), 0],
    [of.quick.chance ?? 0, SAME.chance],
    [of.quick.weeks ?? 0, SAME.weeks],
    [-of.quick.beyond, 0.05e-3],
    [-Number(of.quick.stopped), 0],
    [Number(of.ids.some((id) => hasRole(id, 'finds out'))), 0],
    [-of.undone, 0],
    [-of.ids.filter((id) => hasRole(id, 'stopgap')).length, 0],
    [-of.cost.undo, 0],
    [-ORIGINALS.indexOf(of.cost.originals), 0],
    [-of.cost.hours[1], SAME.hours],
    [-of.cost.days[1], SAME.days],
    [of.quick.years, SAME.years],
  ];
  const [a, b] = [aims(one), aims(other)];
  return (
    a.every(([value], i) => value! >= b[i]![0]! - b[i]![1]!) &&
    a.some(([value], i) => value! > b[i]![0]! + b[i]![1]!)
  );
}

/** Chances that lie nearer than this are the same to who chooses. House figure. */
const AS_LIKELY = 0.1;

/** Whether one is what the ambition asks for rather than the other. */
function better(ambition: Exclude<Ambition, 'least'>, one: Candidate, other: Candidate): boolean {
  const order = (of: Candidate): number[] => {
    const chance =
      Math.round((of.quick.chance ?? 0) / AS_LIKELY) + Math.round((of.quick.weeks ?? 0) / AS_LIKELY);
    const hours = of.cost.hours[1];
    const stopped = Number(of.quick.stopped);
    switch (ambition) {
      case 'sound':
        return [-stopped, -of.undone, chance, -hours];
      case 'lasting':
        return [-stopped, -of.undone, Math.round(of.quick.years), chance, -hours];
      case 'preserve':
        return [-stopped, -ORIGINALS.indexOf(of.cost.originals), -of.cost.undo, chance, -hours];
    }
  };
  const [a, b] = [order(one), order(other)];
  const at = a.findIndex((value, i) => value !== b[i]);
  return at >= 0 && a[at]! > b[at]!;
}

/** Whether the same is done, in whatever order. */
export const sameSet = (a: readonly TreatmentId[], b: readonly TreatmentId[]): boolean =>
  a.length === b.length && a.every((id) => b.includes(id));

const altersOriginals = ({ ids }: Candidate): boolean =>
  ids.some((id) => TREATMENTS[id].undo[0] >= 3 || ORIGINALS.indexOf(TREATMENTS[id].originals) >= 2);

/** It leaves less undone, or serves clearly longer. */
const lasts = (one: Candidate, other: Candidate): boolean =>
  one.undone < other.undone ||
  one.quick.years > other.quick.years + 2 ||
  one.cost.hours[0] > other.cost.hours[0] + 1;

function written(
  ground: Ground,
  kinds: PlanKind[],
  of: Candidate,
  money: Money,
  leave: Candidate,
  noLess: Finding | null,
  struckIn: readonly Ambition[],
): RepairPlan {
  const plan = repairPlanOf(ground, of.wanted, NO_SETTINGS, money, kinds);
  const by = of.quick.beyond - leave.quick.beyond;
  return {
    ...plan,
    provisional: [
      ...plan.provisional,
      ...(worse(of, leave) && !plan.outcome.slack ? [{ id: 'further off' as const, by }] : []),
    ],
    struck: struckIn
      .flatMap((kind) => struckOf(wantedBy(kind, ground), new Set(plan.ids), ground))
      .filter((one, i, all) => all.findIndex(({ id }) => id === one.id) === i),
    noLess,
  };
}

/**
 * A plan of what is wanted, in full.
 *
 * @param settings what a person set by hand
 * @param asItIs nothing is put before, between or after it
 */
export function repairPlanOf(
  ground: Ground,
  wanted: Wanted,
  settings: Settings,
  money: Money,
  kinds: PlanKind[],
  { asItIs = false, own = [] }: { asItIs?: boolean; own?: readonly OwnTreatment[] } = {},
): RepairPlan {
  const { steps: all, state } = stepsOf(ground, wanted, settings, asItIs);
  // to leave it is not to measure it first
  const steps = kinds[0] === 'leave it' ? all.filter(({ id }) => id !== 'measure-first') : all;
  const ids = steps.map(({ id }) => id);
  const set = new Set(ids);
  return {
    kinds,
    ids,
    steps,
    outcome: outcomeOf(ground, state),
    cost: costOf(ids, money.rate, ground.effects, { edits: ground.edits, own }),
    own: own.map(({ id }) => id),
    undone: undoneOf(ground, set, state),
    risks: risksOf(ids),
    hangsOn: ground.diagnosis.questions
      .slice(0, 3)
      .map(({ id, decides, minutes }) => ({ id, decides, minutes })),
    provisional: provisionalOf(ground, steps),
    struck: [],
    noLess: null,
  };
}

/** Why what is said of the action after a plan is provisional; empty where it is not. */
function provisionalOf(ground: Ground, steps: readonly PlanStep[]): Provisional[] {
  const rises = steps.flatMap(({ id }) =>
    TREATMENTS[id].effects.flatMap((effect) => (effect.on === 'structure' ? [effect] : [])),
  );
  const most = rises.length > 0 ? riseOf(ground, rises) : null;
  return [
    ...[...new Set(steps.flatMap(({ withheld }) => withheld))].map((reason) => ({
      id: 'withheld' as const,
      reason,
    })),
    ...(most && most.value > 0 ? [{ id: 'rises' as const, by: most.value, sd: most.sd }] : []),
  ];
}

/** What may go otherwise: of each treatment, the hardest to undo first. */
function risksOf(ids: readonly TreatmentId[]): RepairPlan['risks'] {
  return [...ids]
    .sort((a, b) => TREATMENTS[b].undo[0] - TREATMENTS[a].undo[0])
    .flatMap((id) =>
      TREATMENTS[id].steps.flatMap(({ branches }) => (branches ?? []).map((branch) => ({ id, ...branch }))),
    )
    .slice(0, 6);
}
