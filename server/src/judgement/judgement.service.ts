import { Injectable } from '@nestjs/common';
import {
  settingsOf,
  wishesOf,
  type Budget,
  type JudgedFinding,
  type Judgement,
  type Step,
} from '@upright-elder/contract';
import {
  CERTAINTIES,
  FORBIDDEN,
  SCHOOL_NOTES,
  type Finding,
  type SideStance,
} from '@upright-elder/core/diagnosis';
import type { PlanStep } from '@upright-elder/core/repair-plans';
import {
  amongSteps,
  asWorked,
  CAUTIONS,
  TREATMENTS,
  type OwnTreatment,
  type TreatmentEdits,
} from '@upright-elder/core/treatments';
import type { HeightUnit } from '@upright-elder/core/units';
import {
  aimedWords,
  sayFindings,
  sayFirst,
  sayIn,
  sayStep,
  sayWithheld,
  type SaidFinding,
  type Say,
} from '@upright-elder/core/wording';
import { AnalysisService } from '../analysis/analysis.service.js';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { Clock } from '../clock.js';
import { LearningService } from '../learning/learning.service.js';
import { PlansService } from '../plans/plans.service.js';
import { ShopService } from '../shop/shop.service.js';

/** What everything that is recorded of an instrument leads to. */
@Injectable()
export class JudgementService {
  constructor(
    private readonly analysis: AnalysisService,
    private readonly shop: ShopService,
    private readonly plans: PlansService,
    private readonly catalogue: CatalogueService,
    private readonly learning: LearningService,
    private readonly clock: Clock,
  ) {}

  async of(id: string, heights: HeightUnit | null = null): Promise<Judgement> {
    const { packed, path } = await this.analysis.of(id);
    const [plan, { edits, own }, effects] = await Promise.all([
      this.plans.chosen(id),
      this.catalogue.ofShop(),
      this.learning.effects(),
    ]);
    const say = sayIn(heights ?? (await this.shop.get()).sayIn);
    const day = this.clock.today();
    const chosen = plan && {
      ids: plan.treatments,
      settings: settingsOf(plan.settings),
      wishes: wishesOf(plan.settings),
    };
    const judged = await this.analysis.ask('judgement', { fit: packed, path, day, chosen, effects });
    const { examinationId, date, unsound, sides, verdict, findings, worth, looked, order } = judged;
    return {
      examinationId,
      date,
      first: sayFirst(judged, say),
      unsound,
      budgets: sides.flatMap((side) => budgetOf(side, verdict.fold === 'folds')),
      findings: sayFindings(findings, say).map(findingOf),
      questions: worth,
      looked,
      order: stepsOf(
        order,
        say,
        own.filter((one) => plan?.own?.includes(one.id)),
        edits,
      ),
      plan: plan && {
        id: plan.id,
        name: plan.name,
        kind: plan.kind,
        byName: plan.byName,
        updatedAt: plan.updatedAt,
      },
    };
  }
}

/** Over a folded top neck and thickness are not told apart from the belly, however large they are. */
const NOT_OVER_A_FOLD: readonly string[] = ['neck', 'thickness'];

function budgetOf({ side, budget, leading }: SideStance, folds: boolean): Budget[] {
  if (!budget) return [];
  const { actual, target, total, lever, terms } = budget;
  return [
    {
      side,
      actual,
      target,
      total,
      lever,
      leading: leading?.term.cause ?? null,
      told: leading !== null && leading.told && !(folds && NOT_OVER_A_FOLD.includes(leading.term.cause)),
      parts: terms,
    },
  ];
}

/** Findings in one line, with what all of them stand on. */
function findingOf({ of, text, more }: SaidFinding): JudgedFinding {
  const [{ rule, severity, side, mark }] = of;
  const alone = of.length === 1;
  const all = <T>(part: (finding: Finding) => readonly T[]): T[] => [
    ...new Map(of.flatMap(part).map((one) => [JSON.stringify(one), one])).values(),
  ];
  return {
    rule,
    severity,
    certainty: CERTAINTIES[Math.max(...of.map(({ certainty }) => CERTAINTIES.indexOf(certainty)))]!,
    side: alone ? side : null,
    mark: alone ? mark : null,
    marks: of.flatMap((one) => one.mark ?? []),
    evidence: all(({ evidence }) => evidence),
    check: all(({ check }) => check),
    unsound: of.some(({ unsound }) => unsound),
    text,
    more,
    schools: all(({ schools }) => schools).map((note) => SCHOOL_NOTES[note]),
    never: all(({ never }) => never).map((one) => FORBIDDEN[one]),
  };
}

/** Steps in their places, with what the shop added to the plan among them. */
function stepsOf(
  order: readonly PlanStep[],
  say: Say,
  own: readonly OwnTreatment[],
  edits: TreatmentEdits,
): Step[] {
  return amongSteps(order, own, ({ id }) => TREATMENTS[id].stage).map((step, i) => ({
    ...('stage' in step ? ownStep(step) : stepOf(step, say, edits)),
    place: i + 1,
  }));
}

function stepOf(step: PlanStep, say: Say, edits: TreatmentEdits): Step {
  const { id, place, withheld, after } = step;
  const { name, hands, wait, gate, undo, cautions } = asWorked(id, edits);
  return {
    id,
    place,
    name,
    why: sayStep(step, say),
    withheld: sayWithheld(withheld),
    aimed: aimedWords(step, say),
    after,
    hands,
    wait,
    gate,
    undo,
    cautions: cautions.map((caution) => CAUTIONS[caution]),
  };
}

const ownStep = ({ id, name, for: of, hands, wait, gate }: OwnTreatment): Step => ({
  id,
  place: 0,
  name,
  why: of === '' ? 'The shop put it into the plan.' : `For ${of}.`,
  withheld: null,
  aimed: null,
  after: [],
  hands,
  wait,
  gate,
  undo: [1, 1],
  cautions: [],
});
