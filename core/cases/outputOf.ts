import { groundToday, judgeInstrument, type Learned } from '../src/instrument/index.js';
import type { InstrumentToday } from '../src/instrument/today.js';
import { SCHOOL_NOTES } from '../src/diagnosis/index.js';
import type { PreparedYear } from '../src/forecast/index.js';
import {
  neverOf,
  NO_MONEY,
  NO_SETTINGS,
  ownPlanOf,
  PLAN_KINDS,
  repairPlansOf,
  quickAnswer,
  worthOf,
  type PlanStep,
  type RepairPlan,
} from '../src/repair-plans/index.js';
import { HOUSE_PROTOCOLS, isPoint, linesFor } from '../src/readings/index.js';
import {
  findingSentences,
  firstQuestion,
  firstSentence,
  NEVER_WORDS,
  quickWords,
  sayBreak,
  sayFinding,
  sayFirst,
  sayIn,
  sayProvisional,
  sayStep,
  sayWithheld,
  quantities,
} from '../src/wording/index.js';
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
  const ground = groundToday(learned.evidence, today);
  const judgement = judgeInstrument(ground);
  return {
    first: inUnits((unit) => sayFirst(judgement, sayIn(unit))),
    unsound: judgement.unsound,
    findings: judgement.findings.map((one) => ({
      rule: one.rule,
      severity: one.severity,
      certainty: one.certainty,
      side: one.side,
      mark: one.mark,
      unsound: one.unsound,
      check: one.check,
      never: one.never,
      schools: one.schools.map((note) => SCHOOL_NOTES[note]),
      evidence: one.evidence,
      text: inUnits((unit) => sayFinding(one, sayIn(unit))),
    })),
    questions: judgement.questions,
    looked: judgement.looked,
    sides: judgement.sides.map((one) => ({ ...one, missing: quantities(one.missing) })),
    order: judgement.order.map(stepOf),
    plans: repairPlansOf(ground, NO_MONEY).map(planOf),
    sentences: Object.fromEntries(
      HEIGHT_UNITS.map((unit) => [unit, findingSentences(judgement, learned, today, unit)]),
    ),
    card: firstSentence(judgement, learned, today),
    ...(whole
      ? {
          question: firstQuestion(ground),
          worth: worthOf(ground),
          never: Object.fromEntries(
            TREATMENT_IDS.flatMap((id) => {
              const never = neverOf(id, ground);
              return never ? [[id, `${never}: ${NEVER_WORDS[never]}`]] : [];
            }),
          ),
          byHand: byHand(repairPlansOf(ground, NO_MONEY), (ids) => {
            const { breaks } = ownPlanOf(ground, ids, { ...NO_SETTINGS, pull: 1.1 }, NO_MONEY);
            return inUnits((unit) =>
              breaks
                .map(
                  ({ id, why, add, remove }) =>
                    `${id}: ${sayBreak(why, sayIn(unit))} +${add.join()} -${remove.join()}`,
                )
                .join('\n'),
            );
          }),
          quick: quickOf(learned),
        }
      : {}),
  };
}

const stepOf = ({
  id,
  answers,
  amounts,
  withheld,
  place,
  after,
  ...rest
}: PlanStep): Record<string, unknown> => ({
  id,
  why: inUnits((unit) => sayStep({ id, answers, amounts, withheld, place, after, ...rest }, sayIn(unit))),
  answers,
  amounts,
  withheld: sayWithheld(withheld),
  place,
  after,
});

const planOf = (plan: RepairPlan): Record<string, unknown> => ({
  kinds: PLAN_KINDS.filter((kind) => plan.kinds.includes(kind)),
  steps: plan.steps.map(stepOf),
  outcome: plan.outcome,
  cost: plan.cost,
  undone: plan.undone.map((one) => ({
    rule: one.rule,
    severity: one.severity,
    text: inUnits((unit) => sayFinding(one, sayIn(unit))),
  })),
  risks: plan.risks,
  hangsOn: plan.hangsOn,
  provisional: inUnits((unit) => plan.provisional.map((one) => sayProvisional(one, sayIn(unit))).join('\n')),
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
