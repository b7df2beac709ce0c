import {
  BODY_SHAPE_IDS,
  BRACE_KINDS,
  FACES,
  MARK_KINDS,
  type BodyShapeId,
  type BraceKind,
  type Face,
  type MarkKind,
  MARK_STATES,
  type MarkState,
} from '@upright-elder/core/body-plan';
import { SPECIES_IDS, type SpeciesId } from '@upright-elder/core/wood';
import {
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  MaxLength,
  Max,
  Min,
  registerDecorator,
} from 'class-validator';
import { IsDay, IsId, Nested, NestedList } from './checks.js';
import { Strike } from './strikes.js';

/** No point of a guitar lies farther than this from its own tail, m. */
const FARTHEST = 1.5;

/** A list of points, each two finite numbers in metres: what is drawn has no unit to be typed in. */
function IsPath() {
  return (target: object, propertyName: string) => {
    registerDecorator({
      name: 'isPath',
      target: target.constructor,
      propertyName,
      options: { message: 'a list of points is accepted, each two numbers in metres' },
      validator: {
        validate: (value: unknown) =>
          Array.isArray(value) &&
          value.length <= 400 &&
          value.every(
            (point: unknown) =>
              Array.isArray(point) &&
              point.length === 2 &&
              point.every((one) => typeof one === 'number' && Math.abs(one) <= FARTHEST),
          ),
      },
    });
  };
}

export class PlanWidth {
  @IsNumber()
  at!: number;

  @IsNumber()
  width!: number;
}

export class PlanOutline {
  @IsIn(BODY_SHAPE_IDS)
  shape!: BodyShapeId;

  /** m */
  @IsNumber()
  length!: number;

  @NestedList(() => PlanWidth, { most: 20 })
  widths!: PlanWidth[];
}

export class PlanHole {
  @IsIn(['round', 'f'])
  kind!: 'round' | 'f';

  /** round: its centre as the only point; f: its middle line */
  @IsPath()
  path!: [number, number][];

  /** round: its radius; f: the width of its slot */
  @IsNumber()
  size!: number;
}

export class PlanRectangle {
  @IsNumber()
  from!: number;

  @IsNumber()
  to!: number;

  @IsNumber()
  halfWidth!: number;
}

export class PlanBridge extends PlanRectangle {
  @IsNumber()
  saddleAt!: number;
}

export class PlanTaper {
  @IsNumber()
  start!: number;

  @IsNumber()
  end!: number;

  @IsNumber()
  left!: number;
}

export class PlanBrace {
  @IsString()
  @MaxLength(80)
  id!: string;

  @IsString()
  @MaxLength(80)
  name!: string;

  @IsIn(BRACE_KINDS)
  kind!: BraceKind;

  @IsPath()
  path!: [number, number][];

  @IsNumber()
  width!: number;

  @IsNumber()
  height!: number;

  @IsDefined()
  @Nested(() => PlanTaper)
  taper!: PlanTaper;

  @IsIn(SPECIES_IDS)
  wood!: SpeciesId;
}

export class PlanSides {
  @IsNumber()
  tail!: number;

  @IsNumber()
  neck!: number;
}

/** The plan of an instrument's body; all lengths in metres, since it is drawn. */
export class BodyPlanInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  by!: string;

  @IsDefined()
  @Nested(() => PlanOutline)
  outline!: PlanOutline;

  @NestedList(() => PlanHole, { most: 6 })
  holes!: PlanHole[];

  @IsDefined()
  @Nested(() => PlanBridge)
  bridge!: PlanBridge;

  @IsOptional()
  @Nested(() => PlanRectangle)
  plate!: PlanRectangle | null;

  @NestedList(() => PlanBrace, { most: 80 })
  braces!: PlanBrace[];

  /** of the back; a plan that was drawn before backs were has none */
  @IsOptional()
  @NestedList(() => PlanBrace, { most: 80 })
  backBraces?: PlanBrace[];

  /** depth of the sides; the shape's usual one where they were never drawn */
  @IsOptional()
  @Nested(() => PlanSides)
  sides?: PlanSides;

  /** why what was written down is changed; needed where the answer asks for it */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

export class StoredBodyPlan extends BodyPlanInput {
  @IsString()
  updatedAt!: string;
}

/** What an instrument has: a plan, once it was drawn. */
export class BodyPlanAnswer {
  @IsOptional()
  @Nested(() => StoredBodyPlan)
  plan!: StoredBodyPlan | null;
}

/** Which event of a job put a mark right, and what the day had seen before. */
export class SightingOfStep {
  @IsId()
  event!: string;

  /** null where the day had seen nothing of it */
  @IsOptional()
  @IsIn(MARK_STATES)
  state!: MarkState | null;

  @IsOptional()
  @IsBoolean()
  cleated!: boolean | null;
}

/** A mark as one examination saw it. */
export class Sighting {
  @IsDay()
  date!: string;

  @IsOptional()
  @IsId()
  examinationId!: string | null;

  @IsArray()
  @ArrayMinSize(1, { message: 'a mark needs at least one point' })
  @IsPath()
  path!: [number, number][];

  /** along a brace, a separation: from and to, m from its first end */
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(FARTHEST)
  from!: number | null;

  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(FARTHEST)
  to!: number | null;

  /** as typed: length by ruler, width at the widest (of a loose brace, how far it stands open), depth of the feeler */
  @IsOptional()
  @IsString()
  @MaxLength(40)
  ruler!: string | null;

  @IsOptional()
  @IsString()
  @MaxLength(40)
  width!: string | null;

  @IsOptional()
  @IsString()
  @MaxLength(40)
  depth!: string | null;

  /** of a loose brace: its tip is let into the lining and cannot lift; null where nobody looked */
  @IsOptional()
  @IsBoolean()
  letIn?: boolean | null;

  /** light shows through; null where it was not tried */
  @IsOptional()
  @IsBoolean()
  through!: boolean | null;

  @IsIn(MARK_STATES)
  state!: MarkState;

  @IsBoolean()
  cleated!: boolean;

  @IsString()
  @MaxLength(2000)
  note!: string;

  /** taken back: kept, shown struck, and counted no more */
  @IsOptional()
  @IsBoolean()
  struck?: boolean;

  /** the step of a job that put it right: written by the program, and changed through its job alone */
  @IsOptional()
  @Nested(() => SightingOfStep)
  step?: SightingOfStep | null;
}

/** A crack, a loose stretch, a gap, a patch: one thing with its own history. */
export class MarkInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsId()
  by!: string;

  @IsIn(FACES)
  face!: Face;

  @IsIn(MARK_KINDS)
  kind!: MarkKind;

  /** the brace that a separation is of */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  brace!: string | null;

  @IsString()
  @MaxLength(80)
  name!: string;

  @NestedList(() => Sighting, {
    least: 1,
    most: 200,
    few: 'a mark needs at least one day on which it was seen',
  })
  sightings!: Sighting[];

  /** marked by mistake: kept, shown struck, and counted no more */
  @IsOptional()
  @IsBoolean()
  struck?: boolean;

  /** why what an earlier day saw is changed, or the mark is struck; not needed for a new day, nor for today's */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

/** What a day had seen before it was corrected: readings are evidence. */
export class MarkCorrection {
  @IsString()
  at!: string;

  @IsId()
  by!: string;

  @IsString()
  byName!: string;

  @IsString()
  why!: string;

  @Nested(() => Sighting)
  was!: Sighting;
}

export class Mark extends MarkInput {
  @NestedList(() => MarkCorrection)
  corrections!: MarkCorrection[];

  /** when and why it was struck, and brought back */
  @NestedList(() => Strike)
  strikes!: Strike[];

  @IsId()
  id!: string;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;
}
