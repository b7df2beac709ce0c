import type { StringSide } from '../strings/index.js';
import type { Evidence, Finding, Schools, StandsToday, Today } from '../diagnosis/index.js';
import { standingOf } from '../forecast/index.js';
import { ACTION_TOLERANCE, BREAK_ANGLE, SADDLE_STOP } from '../targets/index.js';
import { lacksOf, shutsOut, TREATMENTS, type OwnTreatment, type TreatmentId } from '../treatments/index.js';
import type { Settings } from './effects.js';
import { regrounded, type Ground } from './ground.js';
import { forbiddenBy } from './forbidden.js';
import { neverOf } from './never.js';
import type { Outcome } from './outcome.js';
import { repairPlanOf, type Money, type RepairPlan } from './plans.js';
import type { Wanted } from './resolve.js';
import type { BreakWhy } from './step.js';
import { AMBITIONS, answerOf, mayBeStrung } from './ways.js';

/** What a plan made by hand breaks, and what would mend it. */
export interface Break {
  /** of what it is said; null where of the whole plan */
  id: TreatmentId | null;
  why: BreakWhy;
  /** would be put in, or taken out */
  add: TreatmentId[];
  remove: TreatmentId[];
}

export interface OwnPlan extends RepairPlan {
  breaks: Break[];
}

/** What a person wants otherwise than it is recorded; what is left out stays. */
export interface Wishes {
  /** action at fret 12, m */
  target?: Partial<Record<StringSide, number>>;
  schools?: Partial<Schools>;
}

/** Evidence and day as they stand against what a person wants. */
export function wished(
  evidence: Evidence,
  today: Today,
  { target, schools }: Wishes,
): { evidence: Evidence; today: Today } {
  const wants = { ...evidence.instrument.target, ...target };
  return {
    evidence: {
      ...evidence,
      instrument: { ...evidence.instrument, target: wants },
      schools: { ...evidence.schools, ...schools },
    },
    today: target
      ? Object.fromEntries(
          Object.entries(today).map(([side, one]) => [side, against(one, wants[side as StringSide])]),
        )
      : today,
  };
}

/** What plans are made on where a person wants it otherwise. */
export function underWishes(ground: Ground, wishes: Wishes): Ground {
  const { evidence, today } = wished(ground.evidence, ground.today, wishes);
  return regrounded(ground, evidence, today);
}

/** Where it stands against another target, by the same yardstick. */
function against({ level, atKept, error }: StandsToday, target: number): StandsToday {
  const window = [target - ACTION_TOLERANCE, target + ACTION_TOLERANCE] as const;
  return { ...standingOf(level, atKept, window, error), level };
}

/** A saddle is not set by less, m. */
const SEEN = 0.2e-3;

/** A plan as a person made it, with everything that it breaks. Nothing is put in or left out by itself. */
export function ownPlanOf(
  ground: Ground,
  ids: readonly TreatmentId[],
  settings: Settings,
  money: Money,
  own: readonly OwnTreatment[] = [],
): OwnPlan {
  const wanted: Wanted = new Map(ids.map((id) => [id, askedBy(id, ground)]));
  const plan = repairPlanOf(ground, wanted, settings, money, [], { asItIs: true, own });
  return { ...plan, breaks: breaksOf(ground, ids, settings, plan.outcome) };
}

/** Findings that a treatment answers by any ambition. */
const askedBy = (id: TreatmentId, of: Ground): Finding[] =>
  of.diagnosis.findings.filter((finding) =>
    AMBITIONS.some((ambition) => answerOf(ambition, finding, of)?.includes(id)),
  );

/** What a list of treatments and settings breaks. */
export function breaksOf(
  ground: Ground,
  ids: readonly TreatmentId[],
  { saddle, pull }: Settings,
  outcome: Outcome,
): Break[] {
  const there = new Set<string>(ids);
  const strung = mayBeStrung(new Set(ids), ground);
  const breaks: Break[] = [];
  const note = (id: TreatmentId | null, why: BreakWhy, add: TreatmentId[] = [], remove: TreatmentId[] = []) =>
    breaks.push({ id, why, add, remove });
  for (const id of ids) {
    const never = neverOf(id, ground);
    if (never) note(id, { id: 'never', never }, [], [id]);
    const by = never ? null : forbiddenBy(id, new Set(ids), ground);
    if (by) note(id, { id: 'forbidden', ...by }, [], [id]);
    for (const any of lacksOf(id, there, strung)) note(id, { id: 'needs', any }, [any[0]!]);
  }
  ids.forEach((one, i) => {
    for (const other of ids.slice(i + 1))
      if (shutsOut(one, other)) note(one, { id: 'shuts out', other }, [], [other]);
  });
  if (!strung) {
    const finding = ground.diagnosis.findings.find((one) => one.unsound && !ids.includes('keep-slack'));
    for (const id of ids.filter((one) => ['rest-under-tension', 'set-up'].includes(one)))
      if (finding) note(id, { id: 'not to be strung', finding }, [], [id]);
  }
  const { withheld: held } = ground.diagnosis.verdict;
  if (
    held.moisture &&
    ids.some((id) => TREATMENTS[id].glues) &&
    !there.has('rehydrate') &&
    !there.has('bring-down-damp')
  )
    note(null, { id: 'moisture', wood: held.moisture }, [
      held.moisture === 'damp' ? 'bring-down-damp' : 'rehydrate',
    ]);
  if (
    ids.some((id) => TREATMENTS[id].effects.some(({ on }) => on === 'structure')) &&
    (there.has('saddle') || there.has('fit-heel')) &&
    !there.has('rest-under-tension') &&
    !there.has('settle')
  )
    note(null, { id: 'no rest' }, ['rest-under-tension']);
  for (const { side, saddle: left, breakAngle } of outcome.sides) {
    const by = saddle[side];
    if (by !== undefined && by !== 0 && Math.abs(by) < SEEN)
      note(null, { id: 'too little', side, by: Math.abs(by) });
    if (ground.evidence.instrument.type === 'flat-top' && left && left.value < SADDLE_STOP)
      note(null, { id: 'below the stop', side, left: Math.max(0, left.value) });
    const { stringKind, pairedStrings } = ground.evidence.instrument;
    const ramped = there.has('ramp-holes') || there.has('tie-holes');
    const asked = stringKind === 'steel' && !pairedStrings && !ramped;
    if (asked && breakAngle && breakAngle.value < BREAK_ANGLE.stop)
      note(null, { id: 'break angle', angle: breakAngle.value }, [
        ground.evidence.instrument.build.bridge === 'tied' ? 'tie-holes' : 'ramp-holes',
      ]);
  }
  if (pull > 1.02) note(null, { id: 'heavier strings' });
  return breaks;
}
