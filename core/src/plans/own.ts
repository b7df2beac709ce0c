import type { Evidence, Finding, Say, Schools, StandsToday, Today } from '../diagnosis/index.js';
import type { StringSide } from '../readings/index.js';
import { ACTION_TOLERANCE, SADDLE_STOP } from '../targets/index.js';
import { lacksOf, shutsOut, TREATMENTS, type OwnTreatment, type TreatmentId } from '../treatments/index.js';
import type { Settings } from './effects.js';
import type { Ground } from './ground.js';
import { neverOf } from './never.js';
import type { Outcome } from './outcome.js';
import { planOf, type Money, type RepairPlan } from './plans.js';
import type { Wanted } from './resolve.js';
import { AMBITIONS, answerOf, mayBeStrung } from './ways.js';

/** What a plan made by hand breaks, and what would mend it. */
export interface Break {
  /** of what it is said; null where of the whole plan */
  id: TreatmentId | null;
  say: string;
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

/** Where it stands against another target: by its likeliest, today and where it will be kept. */
function against({ level, atKept }: StandsToday, target: number): StandsToday {
  const stand = (action: number): StandsToday['now'] =>
    action > target + ACTION_TOLERANCE ? 'above' : action < target - ACTION_TOLERANCE ? 'below' : 'inside';
  const [now, kept] = [stand(level), stand(atKept.value)];
  const why =
    now === 'inside' ? (kept === 'inside' ? 'inside' : 'hidden') : kept === 'inside' ? 'season' : 'lasting';
  return { level, atKept, now, kept, why };
}

/** Nobody works below this behind the saddle, rad: 10°. House caution, from memory. */
const BREAK_ANGLE_STOP = (10 * Math.PI) / 180;
/** A saddle is not set by less, m. */
const SEEN = 0.2e-3;

/** A plan as a person made it, with everything that it breaks. Nothing is put in or left out by itself. */
export function ownPlanOf(
  ground: Ground,
  ids: readonly TreatmentId[],
  settings: Settings,
  money: Money,
  say: Say,
  own: readonly OwnTreatment[] = [],
): OwnPlan {
  const wanted: Wanted = new Map(ids.map((id) => [id, askedBy(id, ground)]));
  const plan = planOf(ground, wanted, settings, money, say, [], { asItIs: true, own });
  return { ...plan, breaks: breaksOf(ground, ids, settings, plan.outcome, say) };
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
  { fine, degrees }: Pick<Say, 'fine' | 'degrees'>,
): Break[] {
  const there = new Set<string>(ids);
  const strung = mayBeStrung(new Set(ids), ground);
  const name = (id: TreatmentId) => `“${TREATMENTS[id].name}”`;
  const breaks: Break[] = [];
  const say = (id: TreatmentId | null, text: string, add: TreatmentId[] = [], remove: TreatmentId[] = []) =>
    breaks.push({ id, say: text, add, remove });
  for (const id of ids) {
    const never = neverOf(id, ground);
    if (never) say(id, never.say, [], [id]);
    for (const any of lacksOf(id, there, strung))
      say(id, `It needs ${any.map(name).join(' or ')}.`, [any[0]!]);
  }
  ids.forEach((one, i) => {
    for (const other of ids.slice(i + 1))
      if (shutsOut(one, other)) say(one, `Not in one plan with ${name(other)}.`, [], [other]);
  });
  if (!strung) {
    const left = ground.diagnosis.findings.find((finding) => finding.unsound && !ids.includes('keep-slack'));
    for (const id of ids.filter((one) => ['rest-under-tension', 'set-up'].includes(one)))
      if (left) say(id, `It may not be strung: ${left.text}`, [], [id]);
  }
  const { held } = ground.diagnosis.verdict;
  if (
    held.moisture &&
    ids.some((id) => TREATMENTS[id].glues) &&
    !there.has('rehydrate') &&
    !there.has('bring-down-damp')
  ) {
    const id = held.moisture === 'damp' ? 'bring-down-damp' : 'rehydrate';
    say(null, `The wood is ${held.moisture}: glued now, it is glued at the wrong size.`, [id]);
  }
  if (
    ids.some((id) => TREATMENTS[id].effects.some(({ on }) => on === 'structure')) &&
    (there.has('saddle') || there.has('fit-heel')) &&
    !there.has('rest-under-tension')
  )
    say(null, 'What was opened moves once more under tension: it rests before saddle or neck is cut.', [
      'rest-under-tension',
    ]);
  for (const side of outcome.sides) {
    const by = saddle[side.side];
    if (by !== undefined && by !== 0 && Math.abs(by) < SEEN)
      say(null, `${fine(Math.abs(by))} of the ${side.side} saddle is less than a caliper and a file tell.`);
    if (ground.evidence.instrument.type === 'flat-top' && side.saddle && side.saddle.value < SADDLE_STOP)
      say(
        null,
        `${fine(Math.max(0, side.saddle.value))} of saddle would be left on the ${side.side} side; nobody goes below ${fine(SADDLE_STOP)}.`,
      );
    if (side.breakAngle && side.breakAngle.value < BREAK_ANGLE_STOP)
      say(
        null,
        `The strings would bend only ${degrees(side.breakAngle.value)} behind the saddle; below 10° it loses tone and buzzes.`,
        [ground.evidence.instrument.build.bridge === 'tied' ? 'tie-holes' : 'ramp-holes'],
      );
  }
  if (pull > 1.02) say(null, 'Heavier than it is strung now: the builder’s set is asked first.');
  return breaks;
}
