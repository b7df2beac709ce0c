import { IsBoolean, IsIn, IsInt, IsOptional, IsString, Matches, MaxLength, Min } from 'class-validator';
import { IsDay, IsId, NestedList } from './checks.js';
import { Strike } from './strikes.js';

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
