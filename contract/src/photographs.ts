import {
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  Min,
} from 'class-validator';

/** Largest file that is taken, bytes. */
export const LARGEST_PICTURE = 25 * 1024 * 1024;
export const PICTURE_TYPES = ['JPEG', 'PNG', 'WebP', 'AVIF'] as const;
export const ACCEPTED_PICTURES = `a photograph as ${PICTURE_TYPES.join(', ').replace(', AVIF', ' or AVIF')}, 25 MB at most`;

/** Name of a stored picture: the SHA-256 of its bytes. */
export const PICTURE_NAME = /^[0-9a-f]{64}$/u;

/** Where on the instrument it was taken, so that two dates can be laid over each other. */
export const SPOTS = [
  'front',
  'back',
  'bridge',
  'bridge from the side',
  'sound hole',
  'inside',
  'head',
  'nut',
  'fingerboard',
  'heel',
  'bass side',
  'treble side',
  'tail',
  'label',
  'other',
] as const;
export type Spot = (typeof SPOTS)[number];

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

const DATE_WORDS = 'the date must be a real day written year-month-day, such as 2026-08-24';

export class PhotographInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsUUID()
  instrumentId!: string;

  @IsOptional()
  @IsUUID()
  examinationId!: string | null;

  /** the mark on the map that it is of */
  @IsOptional()
  @IsUUID()
  markId?: string | null;

  @Matches(PICTURE_NAME, { message: 'the picture must be one that was taken in before' })
  picture!: string;

  @IsISO8601({ strict: true }, { message: DATE_WORDS })
  @Matches(/^\d{4}-\d{2}-\d{2}$/u, { message: DATE_WORDS })
  takenOn!: string;

  @IsIn(SPOTS)
  spot!: Spot;

  @IsString()
  @MaxLength(2000)
  note!: string;

  /** taken out of sight; nothing is deleted */
  @IsBoolean()
  putAway!: boolean;

  /** who added or changed it */
  @IsUUID()
  by!: string;
}

export class Photograph extends PhotographInput {
  @IsUUID()
  id!: string;

  @IsInt()
  width!: number;

  @IsInt()
  height!: number;

  @IsString()
  byName!: string;

  @IsString()
  addedAt!: string;
}
