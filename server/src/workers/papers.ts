import { prepareYear } from '@upright-elder/core/forecast';
import type { PlanningInput } from '@upright-elder/core/instrument';
import type { PaperId, PaperSize } from '@upright-elder/core/papers';
import {
  groundOf,
  ownPlanOf,
  repairPlansOf,
  sameSet,
  underWishes,
  type Ambition,
  type Ground,
  type LearnedEffects,
  type Money,
  type RepairPlan,
  type Settings,
  type Wishes,
} from '@upright-elder/core/repair-plans';
import {
  assumedBy,
  TREE_DRAWS,
  treeOf,
  wayNow,
  type TreeAssumed,
  type WayKey,
} from '@upright-elder/core/tree';
import {
  amongSteps,
  asWorked,
  TREATMENTS,
  type OwnTreatment,
  type TreatmentEdits,
  type TreatmentId,
} from '@upright-elder/core/treatments';
import type { HeightUnit } from '@upright-elder/core/units';
import { planName, sayFindings, sayIn, sayStep } from '@upright-elder/core/wording';
import {
  paperOf,
  seasonPaperOf,
  typeset,
  type PaperRecord,
  type PlanOnPaper,
  type SeasonOnPaper,
} from '@upright-elder/papers';

export interface PlansAsked extends PlanningInput {
  money: Money;
  effects: LearnedEffects;
  edits: TreatmentEdits;
  heights: HeightUnit;
  /** null where nobody chose one */
  chosen: ChosenAsked | null;
  /** what each may come to, too */
  trees: boolean;
}

/** The plan that was chosen, as it was kept. */
export interface ChosenAsked {
  name: string;
  ids: TreatmentId[];
  /** of the shop's own */
  own: OwnTreatment[];
  settings: Settings;
  wishes: Wishes;
}

export interface PlansForPaper {
  plans: PlanOnPaper[];
  /** what their trees were drawn from; null where none was asked for */
  assumed: TreeAssumed | null;
}

/** Every plan of an instrument in words, with what each may come to. */
export function plansForPaper({
  evidence,
  today,
  yearInput,
  sides,
  money,
  effects,
  edits,
  heights,
  chosen,
  trees,
}: PlansAsked): PlansForPaper {
  const prepared = sides.length > 0 ? prepareYear(yearInput, sides) : null;
  const ground = groundOf(evidence, today, prepared, effects, edits);
  const say = sayIn(heights);
  const stepOf = (step: RepairPlan['steps'][number]) => {
    const { name, hands, materials } = asWorked(step.id, edits);
    const { consent = false } = TREATMENTS[step.id];
    return { id: step.id, name, why: sayStep(step, say), hands, materials, consent };
  };
  const own = chosen?.own ?? [];
  const onPaper = ({ of, on, name, isChosen }: Way): PlanOnPaper => ({
    ...{ name, chosen: isChosen, plan: of },
    tree: trees ? treeOf(on, of, money, TREE_DRAWS.told) : null,
    left: sayFindings(of.undone, say).map(({ text }) => text),
    steps: amongSteps(
      of.steps.map(stepOf),
      own.filter(({ id }) => of.own.includes(id)),
      ({ id }) => TREATMENTS[id].stage,
    ).map((one) =>
      'why' in one
        ? one
        : { name: one.name, why: one.for, hands: one.hands, materials: one.materials, consent: false },
    ),
  });
  const plans = waysOf(ground, money, chosen).map(onPaper);
  return { plans, assumed: trees ? assumedBy(ground, money) : null };
}

interface Way {
  of: RepairPlan;
  /** what it was made on */
  on: Ground;
  name: string;
  isChosen: boolean;
}

/** The program's plans, and the one that was chosen: one of them where it comes to the same, else behind them. */
function waysOf(ground: Ground, money: Money, chosen: ChosenAsked | null): Way[] {
  const ways = repairPlansOf(ground, money).map((of): Way => {
    const isChosen = chosen !== null && asOffered(chosen) && sameSet(of.ids, chosen.ids);
    return { of, on: ground, name: planName(of.kinds), isChosen };
  });
  if (!chosen || ways.some(({ isChosen }) => isChosen)) return ways;
  const on = underWishes(ground, chosen.wishes);
  const of = ownPlanOf(on, chosen.ids, chosen.settings, money, chosen.own);
  return [...ways, { of, on, name: chosen.name, isChosen: true }];
}

/** Nothing was set or added by hand. */
const asOffered = ({ own, settings: { saddle, pull, air }, wishes }: ChosenAsked): boolean =>
  own.length === 0 &&
  pull === 1 &&
  air === null &&
  [saddle, wishes.target, wishes.schools].every((set) => Object.keys(set ?? {}).length === 0);

export interface WayAsked extends PlanningInput {
  effects: LearnedEffects;
  edits: TreatmentEdits;
  ambition: Ambition;
}

/** The way on by the same rules as in a tree, from the record as it stands. */
export const wayToday = ({ evidence, today, yearInput, sides, effects, edits, ambition }: WayAsked): WayKey =>
  wayNow(
    groundOf(evidence, today, sides.length > 0 ? prepareYear(yearInput, sides) : null, effects, edits),
    ambition,
  );

export interface PapersToSet {
  ids: PaperId[];
  size: PaperSize;
  record: PaperRecord;
}

/** A season’s plan as a PDF. */
export const setSeason = ({
  size,
  season,
}: {
  size: PaperSize;
  season: SeasonOnPaper;
}): Promise<Uint8Array> => typeset([seasonPaperOf(season)], size);

export const setPapers = ({ ids, size, record }: PapersToSet): Promise<Uint8Array> =>
  typeset(
    ids.map((id) => paperOf(id, record)),
    size,
  );
