import { STRUCK_KINDS, type StruckKind } from './lists/strikes.js';
import { IsBoolean, IsIn, IsString, MaxLength } from 'class-validator';
import { IsId } from './checks.js';

export class StrikeInput {
  /** true strikes it, false brings it back */
  @IsBoolean()
  struck!: boolean;

  /** why; needed where something is struck */
  @IsString()
  @MaxLength(500)
  why!: string;

  /** who does it */
  @IsId()
  by!: string;
}

/** A strike or a bringing back, as it happened. */
export class Strike {
  @IsIn(STRUCK_KINDS)
  kind!: StruckKind;

  @IsId()
  subjectId!: string;

  @IsBoolean()
  struck!: boolean;

  @IsString()
  why!: string;

  @IsString()
  byName!: string;

  /** UTC ISO text */
  @IsString()
  at!: string;
}
