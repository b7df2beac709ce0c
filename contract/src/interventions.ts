import { INTERVENTION_KINDS, type InterventionKind } from '@upright-elder/core/instrument';
import { TREATMENT_IDS, type TreatmentId } from '@upright-elder/core/treatments';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  Min,
} from 'class-validator';
import { IsId, Nested, NestedList } from './checks.js';
import { WrittenPiece } from './edits.js';
import { Strike } from './strikes.js';

/** What a fact of the instrument was before an intervention, and after it. */
export class StringsChanged {
  @IsString()
  from!: string;

  @IsString()
  to!: string;
}

export class TuningChanged {
  @IsString()
  from!: string;

  @IsString()
  to!: string;
}

export class RoomChanged {
  @IsOptional()
  @IsId()
  from!: string | null;

  @IsOptional()
  @IsId()
  to!: string | null;

  /** left out: for good; a date: until then; null: it is not back yet */
  @IsOptional()
  @IsString()
  until?: string | null;

  /** from and to the same days of every year since */
  @IsOptional()
  @IsBoolean()
  yearly?: boolean;

  /** written down by hand for its day, not noted where the home was changed */
  @IsOptional()
  @IsBoolean()
  entered?: boolean;
}

/** Where it was taken, as somebody writes it down. */
export class MovedInput {
  /** null where nobody follows the air of the place */
  @IsOptional()
  @IsId()
  to!: string | null;

  /** left out: for good; a date: until then; null: it is not back yet */
  @IsOptional()
  @IsString()
  @MaxLength(10)
  until?: string | null;

  @IsOptional()
  @IsBoolean()
  yearly?: boolean;
}

/** What of the instrument's facts an intervention changed; noted by the server where those facts are saved. */
export class InterventionChanges {
  @IsOptional()
  @Nested(() => StringsChanged)
  strings?: StringsChanged;

  @IsOptional()
  @Nested(() => TuningChanged)
  tuning?: TuningChanged;

  @IsOptional()
  @Nested(() => RoomChanged)
  room?: RoomChanged;
}

/** Something that was done to an instrument. */
export class InterventionInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  /** who did it, or wrote it down */
  @IsId()
  by!: string;

  /** a day, or roughly when, such as `about 2003`, `before 1990` or `not known` */
  @IsString()
  @MaxLength(60)
  date!: string;

  /** by the shop's clock, HH:MM; null where only the day is known */
  @IsOptional()
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/u, {
    message: 'the time is written as hours and minutes, such as 14:30',
  })
  time!: string | null;

  /** the examination of the same day after which it was done; null where it was before all of that day */
  @IsOptional()
  @IsId()
  follows!: string | null;

  @IsArray()
  @ArrayMinSize(1, { message: 'say what was done: at least one of the kinds' })
  @ArrayMaxSize(INTERVENTION_KINDS.length)
  @ArrayUnique()
  @IsIn(INTERVENTION_KINDS, { each: true })
  kinds!: InterventionKind[];

  /** of the catalogue, where it was one of them */
  @IsArray()
  @ArrayMaxSize(40)
  @IsIn(TREATMENT_IDS, { each: true })
  treatments!: TreatmentId[];

  @IsString()
  @MaxLength(4000)
  note!: string;

  /** at the bench, as typed, such as 2.5 or 1:30; empty where nobody wrote them down */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  hours?: string;

  /** where it was taken, of a move that is written down */
  @IsOptional()
  @Nested(() => MovedInput)
  moved?: MovedInput | null;

  /** why a stored one is changed; needed where it is */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

/** An intervention as it stood before it was corrected. */
export class InterventionBefore {
  @IsString()
  date!: string;

  @IsOptional()
  @IsString()
  time!: string | null;

  @IsOptional()
  @IsString()
  follows!: string | null;

  @IsIn(INTERVENTION_KINDS, { each: true })
  kinds!: InterventionKind[];

  @IsIn(TREATMENT_IDS, { each: true })
  treatments!: TreatmentId[];

  @IsString()
  note!: string;

  /** not said in corrections of before it was kept */
  @IsOptional()
  @IsString()
  hours?: string;

  @IsOptional()
  @IsString()
  roughly?: string;

  @IsOptional()
  @Nested(() => InterventionChanges)
  changes?: InterventionChanges;
}

export class InterventionCorrection {
  @IsString()
  at!: string;

  @IsString()
  byName!: string;

  @IsString()
  why!: string;

  @Nested(() => InterventionBefore)
  was!: InterventionBefore;
}

export class Intervention extends InterventionInput {
  /** as it was said, where its day is only roughly known; empty where it is */
  @IsString()
  roughly!: string;

  @IsId()
  id!: string;

  @Nested(() => InterventionChanges)
  changes!: InterventionChanges;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;

  /** what stood before it was corrected, oldest first */
  @NestedList(() => InterventionCorrection)
  corrections!: InterventionCorrection[];

  /** the note by who wrote which part; empty where one person wrote it */
  @NestedList(() => WrittenPiece)
  noteWritten!: WrittenPiece[];

  /** taken back: kept, shown struck, and counted nowhere */
  @IsBoolean()
  struck!: boolean;

  @NestedList(() => Strike)
  strikes!: Strike[];
}
