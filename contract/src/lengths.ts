import { LENGTH_UNITS } from './lists/lengths.js';
import { IsIn, IsNumber, IsString, MaxLength } from 'class-validator';
import type { LengthUnit } from '@upright-elder/core/units';

/** A length as typed: the server parses it with the same function the field used; it never takes metres. */
export class TypedLength {
  @IsString()
  @MaxLength(60)
  text!: string;

  /** the field's unit, which a bare decimal takes */
  @IsIn(LENGTH_UNITS)
  unit!: LengthUnit;
}

/** A stored length: what was typed, and what it means. */
export class Length extends TypedLength {
  /** m */
  @IsNumber()
  metres!: number;
}
