import { LEARNED_KINDS, PLAN_KINDS, type LearnedKind, type PlanKind } from '@upright-elder/core/repair-plans';
import { PREDICTED_CAUSES, type PredictedCause } from '@upright-elder/core/predictions';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, Min, MaxLength } from 'class-validator';
import { IsId, NestedList } from './checks.js';
import { Strike } from './strikes.js';

/** What a person says before the program shows its own: the cause, and the plan. */
export class PredictionInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsId()
  by!: string;

  @IsIn(PREDICTED_CAUSES, { message: 'choose what you hold for the cause' })
  cause!: PredictedCause;

  @IsIn(PLAN_KINDS, { message: 'choose what you would do' })
  plan!: PlanKind;

  /** what the work showed to have been the cause; null while nobody knows */
  @IsOptional()
  @IsIn(PREDICTED_CAUSES)
  shown!: PredictedCause | null;

  /** why what was written down is changed; needed where the answer asks for it */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

export class Prediction extends PredictionInput {
  @IsId()
  id!: string;

  /** of the last examination then */
  @IsString()
  date!: string;

  /** what the program said then; null while it is worked out, or where something was written before it could be */
  @IsOptional()
  @IsIn(PREDICTED_CAUSES)
  programCause!: PredictedCause | null;

  @IsOptional()
  @IsIn(PLAN_KINDS)
  programPlan!: PlanKind | null;

  /** taken back: kept, and counted no more */
  @IsBoolean()
  struck!: boolean;

  @NestedList(() => Strike)
  strikes!: Strike[];

  @IsString()
  byName!: string;

  @IsString()
  nickname!: string;
}

/** How often somebody was right of what the work has shown. */
export class PredictionScore {
  /** null for the program itself */
  @IsOptional()
  @IsString()
  name!: string | null;

  @IsInt()
  right!: number;

  @IsInt()
  of!: number;

  /** predictions whose work has not shown anything yet */
  @IsInt()
  open!: number;

  /** by what it turned out to be */
  @NestedList(() => PredictionScoreOf)
  where!: PredictionScoreOf[];
}

export class PredictionScoreOf {
  @IsIn(PREDICTED_CAUSES)
  cause!: PredictedCause;

  @IsInt()
  right!: number;

  @IsInt()
  of!: number;
}

/** What the shop's own before and after taught of an effect. */
export class LearnedSaid {
  @IsIn(LEARNED_KINDS)
  kind!: LearnedKind;

  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  @IsNumber()
  prior!: number;

  @IsNumber()
  priorSd!: number;

  @IsInt()
  cases!: number;
}

export class LearnedHours {
  @IsIn(TREATMENT_IDS)
  treatment!: TreatmentId;

  @IsNumber()
  factor!: number;

  @IsInt()
  cases!: number;
}

/** What the shop's work showed: of treatments, and of who predicted what. */
export class Learning {
  @NestedList(() => LearnedSaid)
  effects!: LearnedSaid[];

  @NestedList(() => LearnedHours)
  hours!: LearnedHours[];

  @NestedList(() => PredictionScore)
  scores!: PredictionScore[];

  @NestedList(() => Prediction)
  predictions!: Prediction[];
}

/** Of one instrument: whether a prediction is asked of somebody, and what was predicted. */
export class PredictionsOf {
  @NestedList(() => Prediction)
  predictions!: Prediction[];

  /** of the last examination; null before the first */
  @IsOptional()
  @IsString()
  date!: string | null;

  @IsBoolean()
  judged!: boolean;
}
