import { IsInt, IsObject, IsOptional, IsString } from 'class-validator';

/** One save of something that a person edits. */
export class Edit {
  /** the edit version that it made */
  @IsInt()
  version!: number;

  /** UTC ISO text */
  @IsString()
  at!: string;

  /** empty where nobody said */
  @IsString()
  byName!: string;

  /** empty where none was asked for */
  @IsString()
  why!: string;

  /** what it changed, as it stood before; null of the first save */
  @IsOptional()
  @IsObject()
  was!: Record<string, unknown> | null;
}

/** A piece of a text with who wrote it. */
export class WrittenPiece {
  @IsString()
  text!: string;

  @IsString()
  byName!: string;

  /** when it was added, UTC ISO text; null of what stood first */
  @IsOptional()
  @IsString()
  at!: string | null;
}
