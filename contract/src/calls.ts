import { LEARNED_KINDS, PLAN_KINDS, type LearnedKind, type PlanKind } from '@upright-elder/core/plans';
import { CALL_CAUSES, type CallCause } from '@upright-elder/core/calls';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, Min } from 'class-validator';
import { IsId, NestedList } from './checks.js';

/** What a person says before the program shows its own: the cause, and the plan. */
export class FirstCallInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsId()
  by!: string;

  @IsIn(CALL_CAUSES, { message: 'choose what you hold for the cause' })
  cause!: CallCause;

  @IsIn(PLAN_KINDS, { message: 'choose what you would do' })
  plan!: PlanKind;

  /** what the work showed to have been the cause; null while nobody knows */
  @IsOptional()
  @IsIn(CALL_CAUSES)
  shown!: CallCause | null;
}

export class FirstCall extends FirstCallInput {
  @IsId()
  id!: string;

  /** of the last examination then */
  @IsString()
  date!: string;

  /** what the program said then */
  @IsIn(CALL_CAUSES)
  programCause!: CallCause;

  @IsIn(PLAN_KINDS)
  programPlan!: PlanKind;

  @IsString()
  byName!: string;

  @IsString()
  nickname!: string;
}

/** How often somebody was right of what the work has shown. */
export class CallScore {
  /** null for the program itself */
  @IsOptional()
  @IsString()
  name!: string | null;

  @IsInt()
  right!: number;

  @IsInt()
  of!: number;

  /** calls whose work has not shown anything yet */
  @IsInt()
  open!: number;

  /** by what it turned out to be */
  @NestedList(() => CallScoreOf)
  where!: CallScoreOf[];
}

export class CallScoreOf {
  @IsIn(CALL_CAUSES)
  cause!: CallCause;

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

/** What the shop's work showed: of treatments, and of who called what. */
export class Learning {
  @NestedList(() => LearnedSaid)
  effects!: LearnedSaid[];

  @NestedList(() => LearnedHours)
  hours!: LearnedHours[];

  @NestedList(() => CallScore)
  scores!: CallScore[];

  @NestedList(() => FirstCall)
  calls!: FirstCall[];
}

/** Of one instrument: whether a call is asked of somebody, and what was called. */
export class CallsOf {
  @NestedList(() => FirstCall)
  calls!: FirstCall[];

  /** of the last examination; null before the first */
  @IsOptional()
  @IsString()
  date!: string | null;

  @IsBoolean()
  judged!: boolean;
}
