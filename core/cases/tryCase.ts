import { dayOf } from '../src/days/index.js';
import { BUDGET_CAUSES, QUESTION_IDS, RULE_IDS, SEVERITIES, termOf } from '../src/diagnosis/index.js';
import {
  fitInstrument,
  gatherEvidence,
  groundToday,
  judgeInstrument,
  standOn,
  type InstrumentFit,
  type InstrumentJudgement,
} from '../src/instrument/index.js';
import { HOUSE_SCHOOLS, type Schools } from '../src/diagnosis/index.js';
import type { Ground, RepairPlan } from '../src/repair-plans/index.js';
import { TREATMENT_IDS } from '../src/treatments/index.js';
import { sayFinding, sayFirst, sayIn, sayStep } from '../src/wording/index.js';
import { BadCase, type CaseExpect, type CaseFile } from './caseFile.js';
import { comparePlans } from './planned.js';
import { recordOf } from './recordOf.js';

/** What a case came to, and in what it differs from what was expected of it. */
export interface Tried {
  judgement: InstrumentJudgement;
  plans: RepairPlan[];
  ground: Ground;
  wrong: string[];
}

/** Runs a case through everything that the program runs: record, fit, evidence, judgement. @throws BadCase */
export function tryCase(file: CaseFile): Tried {
  const { record, air } = recordOf(file);
  // as it is kept between the two
  const fit = JSON.parse(JSON.stringify(fitInstrument(record, air))) as InstrumentFit;
  const schools = { ...HOUSE_SCHOOLS, ...(file.schools as Partial<Schools> | undefined) };
  const evidence = gatherEvidence(record, fit, air, schools);
  const today = standOn(fit, air, dayOf(file.today));
  const kept = JSON.parse(JSON.stringify(evidence)) as typeof evidence;
  const ground = groundToday(kept, today);
  const judgement = judgeInstrument(ground);
  const wrong = compare(file.expect, judgement);
  const plans = comparePlans(file.expect, ground, (so, text) => {
    if (!so) wrong.push(text);
  });
  return { judgement, plans, ground, wrong };
}

function compare(expect: CaseExpect, judgement: InstrumentJudgement): string[] {
  const { findings, questions, order, sides, unsound } = judgement;
  const wrong: string[] = [];
  const check = (so: boolean, text: string) => {
    if (!so) wrong.push(text);
  };
  const rules: string[] = findings.map(({ rule }) => rule);
  const steps: string[] = order.map(({ id }) => id);
  const asked: string[] = questions.map(({ id }) => id);
  const wanted = (what: string, there: string[], list: CaseExpect['findings'], ids: readonly string[]) => {
    for (const id of [...(list?.must ?? []), ...(list?.mustNot ?? []), ...(list?.oneOf ?? [])])
      if (!ids.includes(id)) throw new BadCase(`at /expect: there is no ${what} “${id}”; ${ids.join(', ')}`);
    for (const id of list?.must ?? []) check(there.includes(id), `${what} “${id}” is missing`);
    for (const id of list?.mustNot ?? []) check(!there.includes(id), `${what} “${id}” must not appear`);
    if (list?.oneOf)
      check(
        list.oneOf.some((id) => there.includes(id)),
        `none of the ${what}s ${list.oneOf.join(', ')}`,
      );
  };
  wanted('finding', rules, expect.findings, RULE_IDS);
  wanted('question', asked, expect.questions, QUESTION_IDS);
  wanted('step', steps, expect.steps, TREATMENT_IDS);
  if (expect.first)
    check(rules[0] === expect.first, `“${rules[0] ?? 'nothing'}” stands first, not “${expect.first}”`);
  for (const [rule, severity] of Object.entries(expect.severity ?? {})) {
    if (!(SEVERITIES as readonly string[]).includes(severity))
      throw new BadCase(`at /expect/severity/${rule}: “${severity}” is none; ${SEVERITIES.join(', ')}`);
    const is = findings.find((one) => one.rule === rule)?.severity;
    check(is === severity, `“${rule}” is ${is ?? 'not there'}, not ${severity}`);
  }
  if (expect.unsound !== undefined)
    check(unsound === expect.unsound, `it is called ${unsound ? 'unsound' : 'sound enough to string'}`);
  if (expect.firstQuestion)
    check(
      asked[0] === expect.firstQuestion,
      `it asks “${asked[0] ?? 'nothing'}” first, not “${expect.firstQuestion}”`,
    );
  if (expect.noSteps) check(steps.length === 0, `steps: ${steps.join(', ')}`);
  if (expect.order) {
    const places = expect.order.map((id) => steps.indexOf(id));
    check(
      places.every((place, i) => place >= 0 && (i === 0 || place > places[i - 1]!)),
      `order is ${steps.join(', ')}, not ${expect.order.join(', ')}`,
    );
  }
  for (const id of expect.withheld ?? []) {
    const step = order.find((one) => one.id === id);
    check(step !== undefined && step.withheld.length > 0, `amounts of “${id}” are not withheld`);
  }
  causes(expect, sides, check);
  amounts(expect, judgement, check);
  const all = saidOf(judgement);
  for (const text of expect.said ?? [])
    check(
      all.some((one) => one.includes(text)),
      `nothing says “${text}”`,
    );
  for (const text of expect.notSaid ?? []) {
    const says = all.find((one) => one.includes(text));
    check(says === undefined, `“${says}” is said`);
  }
  return wrong;
}

/** Everything that a judgement says, in mm. */
export function saidOf(judgement: InstrumentJudgement): string[] {
  const say = sayIn('mm');
  return [
    ...judgement.findings.map((one) => sayFinding(one, say)),
    ...judgement.questions.map(({ ask }) => ask),
    ...judgement.order.map((one) => sayStep(one, say)),
    sayFirst(judgement, say),
  ];
}

type Check = (so: boolean, text: string) => void;

function causes(expect: CaseExpect, sides: InstrumentJudgement['sides'], check: Check): void {
  for (const [side, of] of Object.entries(expect.causes ?? {})) {
    const found = sides.find((one) => one.side === side);
    if (!found?.budget) {
      check(false, `the ${side} side has no budget`);
      continue;
    }
    const { budget, leading } = found;
    const largest = leading?.term.cause ?? 'none';
    if (of.largest)
      check(largest === of.largest, `the largest cause ${side} is ${largest}, not ${of.largest}`);
    if (of.told !== undefined)
      check(
        (leading?.told ?? false) === of.told,
        `the ${side} side’s largest cause is ${leading?.told ? '' : 'not '}told`,
      );
    for (const [cause, [from, to]] of Object.entries(of.parts ?? {})) {
      const known = BUDGET_CAUSES.find((one) => one === cause);
      if (!known)
        throw new BadCase(`at /expect/causes/${side}/parts: “${cause}” is none; ${BUDGET_CAUSES.join(', ')}`);
      const value = 1000 * termOf(budget, known).value;
      check(value >= from && value <= to, `${side} ${cause} is ${value.toFixed(2)} mm, not ${from} to ${to}`);
    }
  }
}

/** Amounts as `step.of`: mm, or turns of the wheels. */
function amounts(expect: CaseExpect, { order }: InstrumentJudgement, check: Check): void {
  for (const [key, [from, to]] of Object.entries(expect.amounts ?? {})) {
    const [step, of] = key.split('.');
    const amount = order.find(({ id }) => id === step)?.amounts.find((one) => one.of === of);
    const value = amount && (step === 'thumb-wheels' ? amount.value : 1000 * amount.value);
    check(
      value !== undefined && value >= from && value <= to,
      `${key} is ${value?.toFixed(2) ?? 'not given'}, not ${from} to ${to}`,
    );
  }
}
