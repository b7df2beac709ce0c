import { DIMENSIONS, READING_UNITS, type Dimension, type ReadingUnit } from '@upright-elder/core/readings';
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, MaxLength, Min } from 'class-validator';
import { IsName, IsId } from './checks.js';

/** A tool of the shop with its errors as typed. */
export class ToolInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('a tool needs a name to be chosen by')
  @MaxLength(80)
  name!: string;

  /** what it reads */
  @IsIn(DIMENSIONS)
  dimension!: Dimension;

  /** step of its scale, as typed */
  @IsString()
  @MaxLength(40)
  resolution!: string;

  /** standard deviation of the hand that uses it, as believed before its repeats are counted */
  @IsString()
  @MaxLength(40)
  repeatability!: string;

  /** the unit that a bare decimal takes in both */
  @IsIn(READING_UNITS)
  unit!: ReadingUnit;

  /** no longer offered; readings taken with it keep it */
  @IsBoolean()
  retired!: boolean;

  /** who saves it; null where nobody is picked */
  @IsOptional()
  @IsId()
  by?: string | null;
}

export class Tool extends ToolInput {
  /** the house's own short name, or an id */
  @IsString()
  id!: string;

  /** m, rad or cents */
  @IsNumber()
  resolutionValue!: number;

  /** believed and learned from repeats */
  @IsNumber()
  repeatabilityValue!: number;

  /** what was believed before */
  @IsNumber()
  believedValue!: number;

  /** degrees of freedom that the repeats added */
  @IsInt()
  repeats!: number;

  /** quantities usually read with it */
  @IsOptional()
  @IsString({ each: true })
  quantities!: string[];
}
