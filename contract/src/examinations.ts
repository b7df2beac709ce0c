import {
  QUANTITY_IDS,
  READING_UNITS,
  SIDES,
  type QuantityId,
  type ReadingUnit,
  type Side,
  type TemperatureUnit,
} from '@upright-elder/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { TEMPERATURE_UNITS } from './air.js';

export const STRING_STATES = ['pitch', 'slack', 'off'] as const;
export type StringState = (typeof STRING_STATES)[number];

/** The two frets held for the relief lie in these ranges. */
export const HELD_FRETS = { first: [1, 5], second: [8, 20] } as const;
const FIRST_HELD = 'the first held fret is a whole number from 1 to 5';
const SECOND_HELD = 'the second held fret is a whole number from 8 to 20';

/** Conditions as typed; what was not read is null, never zero. */
export class ConditionsInput {
  @IsOptional()
  @IsString()
  @MaxLength(20)
  humidity!: string | null;

  @IsOptional()
  @IsString()
  @MaxLength(20)
  temperature!: string | null;

  @IsIn(TEMPERATURE_UNITS)
  temperatureUnit!: TemperatureUnit;

  /** meter reading, %MC */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  woodMoisture!: string | null;

  @IsIn(STRING_STATES)
  strings!: StringState;

  /** days since it was strung up or the strings were last changed, as typed */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  timeAtPitch!: string | null;

  /** structure, rod or string set were changed since the last examination */
  @IsBoolean()
  afterWork!: boolean;

  /** the two frets held for the relief */
  @IsInt({ message: FIRST_HELD })
  @Min(1, { message: FIRST_HELD })
  @Max(5, { message: FIRST_HELD })
  reliefFrom!: number;

  @IsInt({ message: SECOND_HELD })
  @Min(8, { message: SECOND_HELD })
  @Max(20, { message: SECOND_HELD })
  reliefTo!: number;
}

export class Conditions extends ConditionsInput {
  /** percent, °C, %MC and days as understood */
  @IsOptional()
  @IsNumber()
  humidityPercent!: number | null;

  @IsOptional()
  @IsNumber()
  temperatureCelsius!: number | null;

  @IsOptional()
  @IsNumber()
  woodMoisturePercent!: number | null;

  @IsOptional()
  @IsNumber()
  daysAtPitch!: number | null;
}

/** A reading as typed; repeats are separated by semicolons. */
export class ReadingInput {
  @IsIn(QUANTITY_IDS)
  quantity!: QuantityId;

  /** `both` marks one value that stands for bass and treble */
  @IsIn(SIDES)
  side!: Side;

  @IsString()
  @MaxLength(200)
  text!: string;

  @IsIn(READING_UNITS)
  unit!: ReadingUnit;
}

/** What stood in a reading's place before it was corrected. */
export class Correction {
  @IsString()
  text!: string;

  @IsString()
  by!: string;

  @IsString()
  at!: string;
}

export class Reading extends ReadingInput {
  /** every repeat, m or rad */
  @IsArray()
  @IsNumber({}, { each: true })
  values!: number[];

  /** mean of the repeats and its standard error, m or rad */
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  @IsArray()
  @ValidateNested({ each: true })
  @Type(() => Correction)
  corrections!: Correction[];
}

const DATE = /^(?:19[5-9]\d|2\d{3})-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/u;

const DATE_WORDS = 'the date must be a real day from 1950 on, written year-month-day, such as 2026-08-24';

export class ExaminationInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsUUID()
  instrumentId!: string;

  /** who measured */
  @IsUUID()
  by!: string;

  @Matches(DATE, { message: DATE_WORDS })
  @IsISO8601({ strict: true }, { message: DATE_WORDS })
  date!: string;

  @IsDefined()
  @ValidateNested()
  @Type(() => ConditionsInput)
  conditions!: ConditionsInput;

  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => ReadingInput)
  readings!: ReadingInput[];

  @IsString()
  @MaxLength(20000)
  notes!: string;
}

export class Examination {
  @IsUUID()
  id!: string;

  @IsInt()
  version!: number;

  @IsUUID()
  instrumentId!: string;

  @IsUUID()
  by!: string;

  @IsString()
  byName!: string;

  @IsString()
  date!: string;

  @ValidateNested()
  @Type(() => Conditions)
  conditions!: Conditions;

  @IsArray()
  @ValidateNested({ each: true })
  @Type(() => Reading)
  readings!: Reading[];

  @IsString()
  notes!: string;

  @IsString()
  updatedAt!: string;
}
