import { BUDGET_CAUSES, type BudgetCause } from '@upright-elder/core/diagnosis';
import { QUANTITY_IDS, type QuantityId } from '@upright-elder/core/readings';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import { IsArray, IsIn, IsInt, IsNumber, IsOptional, IsString } from 'class-validator';
import { NestedList } from './checks.js';

export class BudgetPart {
  @IsIn(BUDGET_CAUSES)
  cause!: BudgetCause;

  /** m, signed */
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  @IsArray()
  @IsIn(QUANTITY_IDS, { each: true })
  evidence!: QuantityId[];
}

/** Actual minus wanted action on one side; the parts add up to the total. */
export class Budget {
  @IsIn(['bass', 'treble'])
  side!: 'bass' | 'treble';

  @IsNumber()
  actual!: number;

  @IsNumber()
  target!: number;

  @IsNumber()
  total!: number;

  @NestedList(() => BudgetPart)
  parts!: BudgetPart[];
}

export class Arrow {
  @IsIn(TREATMENT_IDS)
  id!: TreatmentId;

  @IsString()
  because!: string;
}

/** A treatment in its place. */
export class Step {
  @IsIn(TREATMENT_IDS)
  id!: TreatmentId;

  @IsInt()
  place!: number;

  @IsString()
  name!: string;

  @IsString()
  why!: string;

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

/** The action budget and the first repair order it leads to. */
export class Judgement {
  /** the examination it stands on */
  @IsOptional()
  @IsString()
  examinationId!: string | null;

  @IsOptional()
  @IsString()
  date!: string | null;

  @NestedList(() => Budget)
  budgets!: Budget[];

  @IsString()
  verdict!: string;

  @NestedList(() => Step)
  order!: Step[];

  @IsArray()
  @IsString({ each: true })
  questions!: string[];
}
