import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNotEmpty,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import type { TemperatureUnit } from '@upright-elder/core';

export const TEMPERATURE_UNITS: TemperatureUnit[] = ['°C', '°F'];

/** A room whose air is followed: the workshop, a home, a store. */
export class RoomInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsNotEmpty()
  @MaxLength(120)
  name!: string;

  @IsString()
  @MaxLength(2000)
  notes!: string;

  /** the names of its logger's files begin so; empty where it has none in the shop's folder */
  @IsString()
  @MaxLength(60)
  logger!: string;
}

export class Room extends RoomInput {
  @IsUUID()
  id!: string;

  /** how many readings its log holds */
  @IsInt()
  readings!: number;

  @IsOptional()
  @IsString()
  lastReading!: string | null;
}

/** One reading of the air, as typed or as a logger wrote it. */
export class AirReadingInput {
  /** instant, ISO 8601 with zone */
  @IsISO8601({ strict: true })
  at!: string;

  /** relative humidity, percent */
  @IsString()
  @MaxLength(20)
  humidity!: string;

  @IsString()
  @MaxLength(20)
  temperature!: string;
}

/** Readings of one room; those already known by their instant are left as they are. */
export class AirBatch {
  @IsIn(TEMPERATURE_UNITS)
  unit!: TemperatureUnit;

  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => AirReadingInput)
  readings!: AirReadingInput[];
}

export class AirTaken {
  @IsInt()
  added!: number;

  @IsInt()
  known!: number;
}

/** Mean air of one day and the moisture that thin wood takes in it. */
export class AirDay {
  @IsString()
  date!: string;

  @IsNumber()
  humidity!: number;

  /** °C */
  @IsNumber()
  temperature!: number;

  /** equilibrium of the fortnight's mean air, %MC; null where it was hardly logged */
  @IsOptional()
  @IsNumber()
  moisture!: number | null;
}

/** The year of the wood in a room. */
export class RoomAir {
  @IsArray()
  @ValidateNested({ each: true })
  @Type(() => AirDay)
  days!: AirDay[];

  /** sentence on how much log the climate stands on */
  @IsString()
  basis!: string;

  @IsBoolean()
  blended!: boolean;
}

/** A line of a logger's file that was not taken in. */
export class LogLine {
  @IsInt()
  line!: number;

  @IsString()
  text!: string;

  @IsString()
  reason!: string;
}

export const LOG_FILE_STATES = ['waiting', 'reading', 'taken', 'refused'] as const;

/** A file that a logger wrote into the shop's folder, and what became of it. */
export class LogFileReport {
  @IsString()
  name!: string;

  @IsIn(LOG_FILE_STATES)
  state!: (typeof LOG_FILE_STATES)[number];

  @IsOptional()
  @IsString()
  roomName!: string | null;

  @IsOptional()
  @IsString()
  takenAt!: string | null;

  /** readings in the file, and of these so far gone through */
  @IsInt()
  readings!: number;

  @IsInt()
  done!: number;

  @IsInt()
  added!: number;

  @IsInt()
  skipped!: number;

  /** the first of the skipped lines */
  @IsArray()
  @ValidateNested({ each: true })
  @Type(() => LogLine)
  lines!: LogLine[];

  /** what was assumed, or why it was refused */
  @IsArray()
  @IsString({ each: true })
  remarks!: string[];
}

export class LogFolder {
  /** where loggers write */
  @IsString()
  folder!: string;

  @IsArray()
  @ValidateNested({ each: true })
  @Type(() => LogFileReport)
  files!: LogFileReport[];
}
