import { PICTURE_NAME, SPOTS, type Spot } from './lists/photographs.js';
import { IsBoolean, IsIn, IsInt, IsOptional, IsString, Matches, MaxLength, Min } from 'class-validator';
import { IsDay, IsId, NestedList } from './checks.js';
import { Strike } from './strikes.js';

/** A picture whose bytes are stored; it becomes a photograph once its record is saved. */
export class PictureTaken {
  @IsString()
  picture!: string;

  /** pixels */
  @IsInt()
  width!: number;

  @IsInt()
  height!: number;
}

export class PhotographInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsOptional()
  @IsId()
  examinationId!: string | null;

  /** the mark on the map that it is of */
  @IsOptional()
  @IsId()
  markId?: string | null;

  @Matches(PICTURE_NAME, { message: 'the picture must be one that was taken in before' })
  picture!: string;

  @IsDay()
  takenOn!: string;

  @IsIn(SPOTS)
  spot!: Spot;

  @IsString()
  @MaxLength(2000)
  note!: string;

  /** who added or changed it */
  @IsId()
  by!: string;

  /** why what was written down is changed; needed where the answer asks for it */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

export class Photograph extends PhotographInput {
  @IsId()
  id!: string;

  @IsInt()
  width!: number;

  @IsInt()
  height!: number;

  @IsString()
  byName!: string;

  @IsString()
  addedAt!: string;

  /** taken back: kept, and shown struck */
  @IsBoolean()
  struck!: boolean;

  @NestedList(() => Strike)
  strikes!: Strike[];
}
