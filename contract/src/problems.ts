import { IsInt, IsObject, IsOptional, IsString } from 'class-validator';
import { NestedList } from './checks.js';

/** What was wrong with one field, and what would be accepted. */
export class FieldError {
  /** path of the field in the body, such as `readings.3.text` */
  @IsString()
  field!: string;

  /** what was typed */
  @IsString()
  typed!: string;

  @IsString()
  reason!: string;

  @IsString()
  accepted!: string;
}

/** Every error of the server: problem+json by RFC 9457. */
export class Problem {
  @IsString()
  type!: string;

  @IsString()
  title!: string;

  @IsInt()
  status!: number;

  @IsOptional()
  @IsString()
  detail?: string;

  @IsOptional()
  @NestedList(() => FieldError)
  errors?: FieldError[];

  /** 409: the copy that is stored now */
  @IsOptional()
  @IsObject()
  current?: object;

  /** 409: the copy that was refused */
  @IsOptional()
  @IsObject()
  yours?: object;
}
