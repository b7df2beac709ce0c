import type { JobSummary as Summary } from '@upright-elder/core/jobs';
import {
  IsBoolean,
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { IsId, NestedList } from './checks.js';

/** So many events come in one request at most. */
export const EVENTS_AT_ONCE = 500;

/** Something that happened in a job, as a device wrote it; what its body holds is checked by its kind. */
export class JobEventInput {
  @IsId()
  id!: string;

  @IsId()
  job!: string;

  @IsString()
  @MaxLength(60)
  kind!: string;

  @IsOptional()
  @IsId()
  step!: string | null;

  /** who wrote it */
  @IsId()
  by!: string;

  /** others whose hands it took */
  @IsArray()
  @ArrayMaxSize(6)
  @IsString({ each: true })
  @MaxLength(36, { each: true })
  with!: string[];

  @IsString()
  @MaxLength(60)
  device!: string;

  /** rises whenever the device’s clock jumps */
  @IsInt()
  @Min(0)
  @Max(1e6)
  clockRun!: number;

  @IsInt()
  @Min(0)
  @Max(1e9)
  seq!: number;

  /** the device’s own clock, ms since 1970 */
  @IsInt()
  @Min(0)
  @Max(32503680000000)
  at!: number;

  /** what orders it, ms: never before anything that its device had seen */
  @IsInt()
  @Min(0)
  @Max(32503680000000)
  stamp!: number;

  /** version of its body */
  @IsInt()
  @Min(1)
  @Max(1000)
  v!: number;

  /** events that it stands on */
  @IsArray()
  @ArrayMaxSize(60)
  @IsString({ each: true })
  @MaxLength(36, { each: true })
  uses!: string[];

  @IsObject()
  body!: object;
}

export class JobEventsInput {
  @NestedList(() => JobEventInput, { least: 1, most: EVENTS_AT_ONCE })
  events!: JobEventInput[];
}

/** They are on disk. */
export class JobEventsKept {
  /** the server’s clock as it answers, ms */
  @IsNumber()
  now!: number;

  /** number of the last that came: to ask for what came since */
  @IsInt()
  arrived!: number;
}

export class JobEventsPage {
  @IsNumber()
  now!: number;

  @IsInt()
  arrived!: number;

  @NestedList(() => JobEventInput)
  events!: JobEventInput[];
}

/** A job as a list shows it. */
export class JobOfList {
  @IsId()
  id!: string;

  @IsId()
  instrumentId!: string;

  @IsString()
  nickname!: string;

  @IsObject()
  summary!: Summary;
}

export class BenchPage {
  @IsNumber()
  now!: number;

  /** the last closing of the shop, ms: spans that are open since count nothing */
  @IsNumber()
  closedSince!: number;

  /** hands are at a clock now: every page shows it, and rings */
  @IsBoolean()
  handsAtClock!: boolean;

  @NestedList(() => JobOfList)
  jobs!: JobOfList[];
}
