import { STRAIGHTEDGE_IDS, CRACK_SCHOOLS, BELLY_SCHOOLS, SEASON_SCHOOLS } from './lists/plans.js';
import type { Evidence as WholeEvidence, Schools, Today } from '@upright-elder/core/diagnosis';
import type { SideFit, YearInput } from '@upright-elder/core/forecast';
import {
  PLAN_KINDS,
  type LearnedEffects,
  type Money as PlanMoney,
  type PlanKind,
} from '@upright-elder/core/repair-plans';
import {
  TREATMENT_IDS,
  WORK_STAGES,
  type OwnTreatment,
  type TreatmentEdits,
  type TreatmentId,
  type WorkStage,
} from '@upright-elder/core/treatments';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { check, IsId, IsName, Nested, NestedList } from './checks.js';

/** From and to, in order, from nothing up. */
const IsSpan = (most: number): PropertyDecorator =>
  check(
    'isSpan',
    (value) =>
      Array.isArray(value) &&
      value.length === 2 &&
      value.every((one) => typeof one === 'number' && Number.isFinite(one) && one >= 0 && one <= most) &&
      (value[0] as number) <= (value[1] as number),
    { message: `from and to are accepted, the smaller first, from 0 to ${most}` },
  );

/** Of bass and treble, m; left out where the plan decides it. */
export class OfSides {
  @IsOptional()
  @IsNumber()
  @Min(-0.02)
  @Max(0.02)
  bass?: number;

  @IsOptional()
  @IsNumber()
  @Min(-0.02)
  @Max(0.02)
  treble?: number;
}

/** Schools that are followed otherwise than the shop’s; what is left out is the shop’s. */
export class OwnSchools implements Partial<Schools> {
  @IsOptional()
  @IsIn(STRAIGHTEDGE_IDS)
  straightedge?: Schools['straightedge'];

  @IsOptional()
  @IsIn(CRACK_SCHOOLS)
  cracks?: Schools['cracks'];

  @IsOptional()
  @IsIn(BELLY_SCHOOLS)
  belly?: Schools['belly'];

  @IsOptional()
  @IsIn(SEASON_SCHOOLS)
  seasons?: Schools['seasons'];
}

/** What a person set by hand in a plan. */
export class PlanSettings {
  /** saddle up (+) or down, m */
  @Nested(() => OfSides)
  saddle!: OfSides;

  /** pull of the strings against today’s */
  @IsNumber()
  @Min(0.3)
  @Max(1.5)
  pull!: number;

  /** percent RH that it is held at; null as it was */
  @IsOptional()
  @IsNumber()
  @Min(20)
  @Max(80)
  humidity!: number | null;

  /** wanted action at fret 12, m */
  @Nested(() => OfSides)
  target!: OfSides;

  @Nested(() => OwnSchools)
  schools!: OwnSchools;
}

/** A plan of repair that is kept with the instrument. */
export class RepairPlanInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsId()
  by!: string;

  @IsString()
  @IsName('a plan needs a name to be found by')
  @MaxLength(80)
  name!: string;

  /** what it aims at, where it is one of the program’s; null where it was made by hand */
  @IsOptional()
  @IsIn(PLAN_KINDS)
  kind!: PlanKind | null;

  @IsArray()
  @ArrayMaxSize(60)
  @ArrayUnique()
  @IsIn(TREATMENT_IDS, { each: true, message: 'a treatment is none of the catalogue' })
  treatments!: TreatmentId[];

  /** treatments of the shop's own, by their ids */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @IsUUID(undefined, { each: true })
  own?: string[];

  @Nested(() => PlanSettings)
  settings!: PlanSettings;

  /** what it promised when it was kept, in words, line by line */
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(400, { each: true })
  promised!: string[];

  /** it is the one that Work shows; another that was is not any more */
  @IsBoolean()
  chosen!: boolean;

  @IsBoolean()
  putAway!: boolean;
}

export class RepairPlan extends RepairPlanInput {
  @IsId()
  id!: string;

  /** day of the last examination that it was made on */
  @IsOptional()
  @IsString()
  basedOn!: string | null;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;
}

/** What Work shows the steps of. */
export class ChosenPlan {
  @IsId()
  id!: string;

  @IsString()
  name!: string;

  @IsOptional()
  @IsIn(PLAN_KINDS)
  kind!: PlanKind | null;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;
}

/** Everything that plans are made of, on a day; they are made beside the page. */
export class Planning {
  @IsObject()
  evidence!: WholeEvidence;

  @IsObject()
  today!: Today;

  @IsObject()
  yearInput!: YearInput;

  @IsArray()
  sides!: SideFit[];

  /** in the shop’s currency */
  @IsObject()
  money!: PlanMoney;

  @IsString()
  currency!: string;

  /** what the shop’s own before and after taught */
  @IsObject()
  effects!: LearnedEffects;

  /** the shop's changes of the catalogue, and what it added */
  @IsObject()
  edits!: TreatmentEdits;

  @IsArray()
  own!: OwnTreatment[];

  @NestedList(() => RepairPlan)
  kept!: RepairPlan[];
}

/** A treatment as the shop works it: the catalogue's with its changes, or one of its own. */
export class TreatmentInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  by!: string;

  @IsString()
  @IsName('a treatment needs a name')
  @MaxLength(120)
  name!: string;

  @IsString()
  @MaxLength(300)
  for!: string;

  /** where it stands in the order of the bench; of one of the catalogue this stays */
  @IsIn(WORK_STAGES)
  stage!: WorkStage;

  /** hours, from and to */
  @IsSpan(400)
  hands!: [number, number];

  @IsSpan(20000)
  wait!: [number, number];

  /** what its materials cost, as hours at the bench */
  @IsSpan(200)
  supplies!: [number, number];

  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(120, { each: true })
  materials!: string[];

  @IsString()
  @MaxLength(1000)
  gate!: string;

  /** an own one is not offered any more; one of the catalogue stands as the house has it again */
  @IsBoolean()
  putAway!: boolean;
}

export class TreatmentAsWorked extends TreatmentInput {
  @IsString()
  id!: string;

  /** the shop's own, or the catalogue's */
  @IsBoolean()
  own!: boolean;

  /** heading of the catalogue; empty of an own one */
  @IsString()
  heading!: string;

  /** the shop changed it */
  @IsBoolean()
  changed!: boolean;
}
