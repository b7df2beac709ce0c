import { sayIn } from '../src/diagnosis/index.js';
import { groundToday, judgeInstrument, standsToday, type Learned } from '../src/instrument/index.js';
import type { InstrumentToday } from '../src/instrument/today.js';
import type { PreparedYear } from '../src/forecast/index.js';
import {
  neverOf,
  NO_MONEY,
  NO_SETTINGS,
  ownPlanOf,
  PLAN_KINDS,
  plansOf,
  quickAnswer,
  worthOf,
  type RepairPlan,
} from '../src/plans/index.js';
import { HOUSE_PROTOCOLS, isPoint, linesFor } from '../src/readings/index.js';
import { findingSentences, firstQuestion, firstSentence, quickWords } from '../src/sentences/index.js';
import { TREATMENT_IDS, type TreatmentId } from '../src/treatments/index.js';
import { HEIGHT_UNITS, type HeightUnit } from '../src/units/index.js';

/** What is asked of an instrument besides its judgement and its plans. */
export interface Asked {
  /** worth of the questions, what is never done, a quick look, plans by hand: slow, so of cases alone */
  whole: boolean;
}

type Today = InstrumentToday & { prepared: PreparedYear };
type InUnits = Record<HeightUnit, string>;

const inUnits = (say: (unit: HeightUnit) => string): InUnits =>
  Object.fromEntries(HEIGHT_UNITS.map((unit) => [unit, say(unit)])) as InUnits;

/**
 * Everything that the computation and its words give for one instrument on one day, as plain values that do not depend on
 * how the program is built: before and after a change they are compared letter by letter.
 */
export function outputOf(learned: Learned, today: Today, { whole }: Asked): Record<string, unknown> {
  const grounds = new Map(HEIGHT_UNITS.map((unit) => [unit, groundToday(learned.evidence, today, unit)]));
  const ground = grounds.get('mm')!;
  const judged = new Map(HEIGHT_UNITS.map((unit) => [unit, judgeInstrument(learned.evidence, today, unit)]));
  const judgement = judged.get('mm')!;
  const plans = new Map(
    HEIGHT_UNITS.map((unit) => [unit, plansOf(grounds.get(unit)!, NO_MONEY, sayIn(unit))]),
  );
  const planned = plans.get('mm')!;
  return {
    first: inUnits((unit) => judged.get(unit)!.first),
    unsound: judgement.unsound,
    findings: judgement.findings.map((one, i) => ({
      rule: one.rule,
      severity: one.severity,
      certainty: one.certainty,
      side: one.side,
      mark: one.mark,
      unsound: one.unsound,
      check: one.check,
      never: one.never,
      schools: one.schools,
      evidence: one.evidence,
      text: inUnits((unit) => judged.get(unit)!.findings[i]!.text),
    })),
    questions: judgement.questions,
    looked: judgement.looked,
    sides: judgement.sides,
    order: judgement.order.map((one, i) => stepOf(one, (unit) => judged.get(unit)!.order[i]!)),
    plans: planned.map((plan, i) => planOf(plan, (unit) => plans.get(unit)![i]!)),
    sentences: Object.fromEntries(HEIGHT_UNITS.map((unit) => [unit, findingSentences(learned, today, unit)])),
    card: firstSentence(learned, today),
    ...(whole
      ? {
          question: firstQuestion(learned, today),
          worth: worthOf(ground, standsToday(today), 'mm'),
          never: Object.fromEntries(
            TREATMENT_IDS.flatMap((id) => {
              const never = neverOf(id, ground);
              return never ? [[id, `${never.id}: ${never.say}`]] : [];
            }),
          ),
          byHand: byHand(planned, (ids) =>
            inUnits((unit) => {
              const of = grounds.get(unit)!;
              const own = ownPlanOf(of, ids, { ...NO_SETTINGS, pull: 1.1 }, NO_MONEY, sayIn(unit));
              return own.breaks
                .map(({ id, say, add, remove }) => `${id}: ${say} +${add.join()} -${remove.join()}`)
                .join('\n');
            }),
          ),
          quick: quickOf(learned),
        }
      : {}),
  };
}

type Step = RepairPlan['steps'][number];

const stepOf = (step: Step, inUnit: (unit: HeightUnit) => Step): Record<string, unknown> => ({
  ...step,
  why: inUnits((unit) => inUnit(unit).why),
});

const planOf = (plan: RepairPlan, inUnit: (unit: HeightUnit) => RepairPlan): Record<string, unknown> => ({
  kinds: PLAN_KINDS.filter((kind) => plan.kinds.includes(kind)),
  steps: plan.steps.map((step, i) => stepOf(step, (unit) => inUnit(unit).steps[i]!)),
  outcome: plan.outcome,
  cost: plan.cost,
  undone: plan.undone.map(({ rule, severity }, i) => ({
    rule,
    severity,
    text: inUnits((unit) => inUnit(unit).undone[i]!.text),
  })),
  risks: plan.risks,
  hangsOn: plan.hangsOn,
  provisional: inUnits((unit) => inUnit(unit).provisional.join('\n')),
});

/** Each plan with one of its treatments left out, and everything that is for one kind of instrument alone. */
function byHand(
  planned: readonly RepairPlan[],
  breaks: (ids: readonly TreatmentId[]) => InUnits,
): Record<string, InUnits> {
  const lists = planned.flatMap(({ ids }) => [ids, ids.slice(1), ids.slice(0, -1)]);
  const all = [...lists, ['saddle', 'flatten-belly', 'fit-heel', 'thumb-wheels'] as TreatmentId[]];
  return Object.fromEntries(all.map((ids) => [ids.join(), breaks(ids)]));
}

/** A quick look of what was found at the last examination, asked for at a price. */
function quickOf({ evidence }: Learned): unknown {
  const archtop = evidence.instrument.type === 'archtop';
  const answer = quickAnswer({
    points: evidence.points.map(({ point, states, verdict }) => ({
      point,
      states,
      verdict,
      allowance: null,
    })),
    protocol: HOUSE_PROTOCOLS.quick.stages
      .flatMap((stage) => linesFor(stage, evidence.instrument.type))
      .filter(isPoint),
    archtop,
    rate: 60,
    allowances: {},
    asking: 900,
    worth: 1500,
  });
  return { answer, words: quickWords(answer, 'GBP') };
}
