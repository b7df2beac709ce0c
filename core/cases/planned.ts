import { RULE_IDS } from '../src/diagnosis/index.js';
import {
  NO_MONEY,
  NO_SETTINGS,
  ownPlanOf,
  PLAN_KINDS,
  repairPlansOf,
  type Ground,
  type PlanKind,
  type RepairPlan,
} from '../src/repair-plans/index.js';
import { TREATMENT_IDS, type TreatmentId } from '../src/treatments/index.js';
import { sayBreak, sayIn } from '../src/wording/index.js';
import { BadCase, type CaseExpect, type ExpectedOwn, type ExpectedPlan } from './caseFile.js';

type Check = (so: boolean, text: string) => void;
const known = (what: string, ids: readonly string[], all: readonly string[]) => {
  for (const id of ids) if (!all.includes(id)) throw new BadCase(`at /expect: there is no ${what} “${id}”`);
};
const inside = (value: number | undefined, [from, to]: readonly [number, number]): boolean =>
  value !== undefined && value >= from && value <= to;

/** Plans of a case against what is expected of them. */
export function comparePlans(expect: CaseExpect, ground: Ground, check: Check): RepairPlan[] {
  const plans = repairPlansOf(ground, NO_MONEY);
  for (const [kind, wanted] of Object.entries(expect.plans ?? {}))
    ofKind(kind as PlanKind, wanted, plans, check);
  if (expect.own) ofOwn(expect.own, ground, check);
  return plans;
}

function ofKind(kind: PlanKind, wanted: ExpectedPlan, plans: readonly RepairPlan[], check: Check): void {
  known('plan', [kind], PLAN_KINDS);
  const plan = plans.find(({ kinds }) => kinds.includes(kind));
  if (wanted.shown !== undefined)
    check((plan !== undefined) === wanted.shown, `the ${kind} plan is ${plan ? '' : 'not '}shown`);
  if (!plan) {
    if (wanted.shown !== false) check(false, `there is no ${kind} plan`);
    return;
  }
  const say = (text: string) => `${kind}: ${text}`;
  known(
    'treatment',
    [...(wanted.must ?? []), ...(wanted.mustNot ?? []), ...(wanted.order ?? [])],
    TREATMENT_IDS,
  );
  if (wanted.with) check(plan.kinds.includes(wanted.with as PlanKind), say(`it is ${plan.kinds.join(', ')}`));
  const ids = plan.ids as string[];
  for (const id of wanted.must ?? []) check(ids.includes(id), say(`“${id}” is missing`));
  for (const id of wanted.mustNot ?? []) check(!ids.includes(id), say(`“${id}” must not be in it`));
  if (wanted.order) {
    const places = wanted.order.map((id) => ids.indexOf(id));
    check(
      places.every((place, i) => place >= 0 && (i === 0 || place > places[i - 1]!)),
      say(`order is ${ids.join(', ')}`),
    );
  }
  const { outcome, cost, undone, steps } = plan;
  if (wanted.slack !== undefined) check(outcome.slack === wanted.slack, say(`slack is ${outcome.slack}`));
  if (wanted.chance)
    check(
      outcome.chance !== null && inside(100 * outcome.chance, wanted.chance),
      say(`inside in ${outcome.chance === null ? 'none told' : Math.round(100 * outcome.chance)} of 100`),
    );
  for (const part of ['action', 'saddle'] as const)
    for (const [side, range] of Object.entries(wanted[part] ?? {})) {
      const value = outcome.sides.find((one) => one.side === side)?.[part]?.value;
      check(
        inside(value === undefined ? undefined : 1000 * value, range),
        say(`${side} ${part} is ${value === undefined ? 'not told' : (1000 * value).toFixed(2)}`),
      );
    }
  if (wanted.hours)
    check(
      cost.hours[0] >= wanted.hours[0] && cost.hours[1] <= wanted.hours[1],
      say(`hours are ${cost.hours.map((one) => one.toFixed(1)).join(' to ')}`),
    );
  const left: string[] = undone.map(({ rule }) => rule);
  known('finding', [...(wanted.undone?.must ?? []), ...(wanted.undone?.mustNot ?? [])], RULE_IDS);
  for (const rule of wanted.undone?.must ?? [])
    check(left.includes(rule), say(`“${rule}” is not left undone`));
  for (const rule of wanted.undone?.mustNot ?? [])
    check(!left.includes(rule), say(`“${rule}” is left undone`));
  for (const [key, range] of Object.entries(wanted.amounts ?? {})) {
    const [step, of] = key.split('.');
    const amount = steps.find(({ id }) => id === step)?.amounts.find((one) => one.of === of);
    const value = amount && (step === 'thumb-wheels' ? amount.value : 1000 * amount.value);
    check(inside(value, range), say(`${key} is ${value?.toFixed(2) ?? 'not given'}`));
  }
}

function ofOwn(wanted: ExpectedOwn, ground: Ground, check: Check): void {
  known('treatment', wanted.treatments, TREATMENT_IDS);
  const saddle = Object.fromEntries(
    Object.entries(wanted.saddle ?? {}).map(([side, by]) => [side, by / 1000]),
  );
  const plan = ownPlanOf(ground, wanted.treatments as TreatmentId[], { ...NO_SETTINGS, saddle }, NO_MONEY);
  const said = plan.breaks.map(({ why }) => sayBreak(why, sayIn('mm')));
  if (wanted.breaks?.length === 0) check(said.length === 0, `own plan breaks: ${said.join(' ')}`);
  for (const words of wanted.breaks ?? [])
    check(
      said.some((one) => one.includes(words)),
      `own plan: nothing that it breaks says “${words}”, but: ${said.join(' ')}`,
    );
  if (wanted.order) {
    const places = wanted.order.map((id) => (plan.ids as string[]).indexOf(id));
    check(
      places.every((place, i) => place >= 0 && (i === 0 || place > places[i - 1]!)),
      `own plan: order is ${plan.ids.join(', ')}`,
    );
  }
  for (const [part, of] of [
    ['action', wanted.action],
    ['saddle', wanted.saddleLeft],
  ] as const)
    for (const [side, range] of Object.entries(of ?? {})) {
      const value = plan.outcome.sides.find((one) => one.side === side)?.[part]?.value;
      check(
        inside(value === undefined ? undefined : 1000 * value, range),
        `own plan: ${side} ${part} is ${value === undefined ? 'not told' : (1000 * value).toFixed(2)}`,
      );
    }
}
