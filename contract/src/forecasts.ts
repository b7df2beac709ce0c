import type { Weight } from '@upright-elder/core';
import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  ValidateNested,
} from 'class-validator';

export const WEIGHTS: Weight[] = ['act', 'watch', 'unknown', 'well'];

/** A sentence with what it means and where it comes from. */
export class Said {
  @IsString()
  text!: string;

  @IsIn(WEIGHTS)
  weight!: Weight;

  @IsString()
  because!: string;
}

/** A strung reading that the forecast stands on. */
export class HistoryPoint {
  @IsString()
  examinationId!: string;

  @IsString()
  date!: string;

  /** m */
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  /** %MC */
  @IsNumber()
  moisture!: number;

  /** how far it lies from what all the others expect, in its own errors; null before the last work */
  @IsOptional()
  @IsNumber()
  misfit!: number | null;
}

/** What is expected on one day, m. */
export class ForecastPoint {
  @IsString()
  date!: string;

  @IsNumber()
  median!: number;

  @IsNumber({}, { each: true })
  band50!: [number, number];

  @IsNumber({}, { each: true })
  band80!: [number, number];

  @IsNumber({}, { each: true })
  band95!: [number, number];

  /** %MC */
  @IsNumber()
  moisture!: number;
}

export class Estimate {
  @IsNumber()
  mean!: number;

  @IsNumber()
  sd!: number;
}

/** Action at fret 12 of one side: history, forecast and what was learned. */
export class SideForecast {
  @IsIn(['bass', 'treble'])
  side!: 'bass' | 'treble';

  @IsNumber({}, { each: true })
  window!: [number, number];

  @ValidateNested({ each: true })
  @Type(() => HistoryPoint)
  history!: HistoryPoint[];

  @ValidateNested({ each: true })
  @Type(() => ForecastPoint)
  points!: ForecastPoint[];

  /** m per %MC */
  @ValidateNested()
  @Type(() => Estimate)
  sensitivity!: Estimate;

  /** what was believed before measuring, m per %MC */
  @ValidateNested()
  @Type(() => Estimate)
  prior!: Estimate;

  @IsString()
  priorSource!: string;

  /** m per year */
  @ValidateNested()
  @Type(() => Estimate)
  age!: Estimate;
}

/** The wood's moisture by season, for the ground behind the curves. */
export class SeasonPoint {
  @IsString()
  date!: string;

  @IsNumber()
  moisture!: number;
}

export class Forecast {
  /** the day it was made */
  @IsString()
  made!: string;

  @IsInt()
  strungVisits!: number;

  /** examinations left out, and why */
  @IsArray()
  @IsString({ each: true })
  leftOut!: string[];

  @ValidateNested({ each: true })
  @Type(() => SideForecast)
  sides!: SideForecast[];

  @ValidateNested({ each: true })
  @Type(() => SeasonPoint)
  season!: SeasonPoint[];

  @ValidateNested({ each: true })
  @Type(() => Said)
  sentences!: Said[];

  /** what the climate stands on */
  @IsString()
  climate!: string;

  @IsBoolean()
  ready!: boolean;
}
