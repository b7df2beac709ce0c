import {
  BUDGET_CAUSES,
  CERTAINTIES,
  LOOKED,
  QUESTION_IDS,
  SEVERITIES,
  type BudgetCause,
  type Certainty,
  type Looked,
  type QuestionId,
  type Severity,
} from '@upright-elder/core/diagnosis';
import {
  LINE_IDS,
  POINT_IDS,
  QUANTITY_IDS,
  READ_PLACES,
  type LineId,
  type PointId,
  type QuantityId,
  type ReadPlace,
} from '@upright-elder/core/readings';
import { STRING_SIDES, type StringSide } from '@upright-elder/core/strings';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import { IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString } from 'class-validator';
import { Nested, NestedList } from './checks.js';
import { ChosenPlan } from './plans.js';

export class BudgetPart {
  @IsIn(BUDGET_CAUSES)
  cause!: BudgetCause;

  /** m at fret 12, signed */
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  @IsArray()
  @IsIn(QUANTITY_IDS, { each: true })
  evidence!: QuantityId[];
}

/** Actual minus wanted action on one side, as last read; the parts add up to the total. */
export class Budget {
  @IsIn(STRING_SIDES)
  side!: StringSide;

  @IsNumber()
  actual!: number;

  @IsNumber()
  target!: number;

  @IsNumber()
  total!: number;

  /** share of a rise at the saddle that stands in the action at 12 */
  @IsNumber()
  lever!: number;

  /** its largest cause is more than twice its own error; null where nothing stands out */
  @IsOptional()
  @IsIn(BUDGET_CAUSES)
  leading!: BudgetCause | null;

  @IsBoolean()
  told!: boolean;

  @NestedList(() => BudgetPart)
  parts!: BudgetPart[];
}

/** Where a piece of evidence is opened. */
export class Evidence {
  @IsIn(['reading', 'point', 'mark', 'build', 'air', 'history', 'top'])
  of!: 'reading' | 'point' | 'mark' | 'build' | 'air' | 'history' | 'top';

  @IsOptional()
  @IsIn(QUANTITY_IDS)
  quantity?: QuantityId;

  @IsOptional()
  @IsIn(READ_PLACES)
  place?: ReadPlace;

  @IsOptional()
  @IsIn(POINT_IDS)
  point?: PointId;

  @IsOptional()
  @IsString()
  mark?: string;

  /** of a mark, in words */
  @IsOptional()
  @IsString()
  name?: string;

  @IsOptional()
  @IsString()
  examinationId?: string;

  @IsOptional()
  @IsString()
  date!: string | null;
}

/** What is the matter, with what it stands on. */
export class JudgedFinding {
  @IsString()
  rule!: string;

  @IsIn(SEVERITIES)
  severity!: Severity;

  @IsIn(CERTAINTIES)
  certainty!: Certainty;

  @IsString()
  text!: string;

  /** what differs from school to school */
  @IsArray()
  @IsString({ each: true })
  schools!: string[];

  @IsOptional()
  @IsIn(STRING_SIDES)
  side!: StringSide | null;

  /** the mark of the map that it is of */
  @IsOptional()
  @IsString()
  mark!: string | null;

  /** all marks of the map that it is of */
  @IsArray()
  @IsString({ each: true })
  marks!: string[];

  /** what is said of it besides, one sentence each */
  @IsArray()
  @IsString({ each: true })
  more!: string[];

  @NestedList(() => Evidence)
  evidence!: Evidence[];

  @IsArray()
  @IsIn(QUESTION_IDS, { each: true })
  check!: QuestionId[];

  /** what must not be done meanwhile, in words */
  @IsArray()
  @IsString({ each: true })
  never!: string[];

  @IsBoolean()
  unsound!: boolean;
}

/** How a line of the full examination was looked at. */
export class LookedAt {
  @IsIn(LINE_IDS)
  line!: LineId;

  @IsIn(LOOKED)
  looked!: Looked;
}

/** What to find out: what it decides, and the minutes it takes. */
export class JudgedQuestion {
  @IsIn(QUESTION_IDS)
  id!: QuestionId;

  @IsString()
  ask!: string;

  @IsString()
  decides!: string;

  @IsInt()
  minutes!: number;

  /** chance that its answer changes the plan, 0 to 1; null where that is not told */
  @IsOptional()
  @IsNumber()
  changes!: number | null;
}

export class Arrow {
  @IsIn(TREATMENT_IDS)
  id!: TreatmentId;

  @IsString()
  because!: string;
}

/** A treatment in its place. */
/** A neck that is centred with its angle, in words for its picture. */
export class AimedNeckSaid {
  @IsIn(STRING_SIDES)
  side!: StringSide;

  @IsString()
  off!: string;

  @IsOptional()
  @IsString()
  cut!: string | null;
}

export class Step {
  /** of the catalogue, or one of the shop's own */
  @IsString()
  id!: string;

  @IsInt()
  place!: number;

  @IsString()
  name!: string;

  @IsString()
  why!: string;

  /** why its amounts are not given yet */
  @IsOptional()
  @IsString()
  withheld!: string | null;

  /** where the board aims to one side, and which cheek gives way; null where nothing is centred */
  @IsOptional()
  @Nested(() => AimedNeckSaid)
  aimed!: AimedNeckSaid | null;

  @NestedList(() => Arrow)
  after!: Arrow[];

  /** hours, from and to */
  @IsNumber({}, { each: true })
  hands!: [number, number];

  @IsNumber({}, { each: true })
  wait!: [number, number];

  @IsOptional()
  @IsString()
  gate!: string | null;

  @IsNumber({}, { each: true })
  undo!: [number, number];

  @IsArray()
  @IsString({ each: true })
  cautions!: string[];
}

/** What everything recorded leads to: the budget, what is the matter, what to find out, what to do. */
export class Judgement {
  /** the examination it stands on; null before the first */
  @IsOptional()
  @IsString()
  examinationId!: string | null;

  @IsOptional()
  @IsString()
  date!: string | null;

  /** one sentence: what asks for the most */
  @IsString()
  first!: string;

  /** it may not be strung */
  @IsBoolean()
  unsound!: boolean;

  @NestedList(() => Budget)
  budgets!: Budget[];

  @NestedList(() => JudgedFinding)
  findings!: JudgedFinding[];

  @NestedList(() => JudgedQuestion)
  questions!: JudgedQuestion[];

  @NestedList(() => LookedAt)
  looked!: LookedAt[];

  @NestedList(() => Step)
  order!: Step[];

  /** the plan whose steps these are; null where nobody chose one, and what was found is put right */
  @IsOptional()
  @Nested(() => ChosenPlan)
  plan!: ChosenPlan | null;
}
