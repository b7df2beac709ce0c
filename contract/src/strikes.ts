import { IsBoolean, IsIn, IsString, MaxLength } from 'class-validator';
import { IsId } from './checks.js';

/** What can be taken back: struck with a reason, shown struck, and brought back. Nothing is erased. */
export const STRUCK_KINDS = [
  'instrument',
  'examination',
  'intervention',
  'mark',
  'photograph',
  'weighing',
  'person',
  'room',
  'tool',
  'import',
] as const;
export type StruckKind = (typeof STRUCK_KINDS)[number];

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
