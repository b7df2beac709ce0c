import type { Calendar as Planned, IfPromised, RankReason, Way, WayId } from '@upright-elder/core/schedule';
import type { Rank } from '@upright-elder/core/jobs';
import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  Min,
} from 'class-validator';
import { IsId, Nested, NestedList } from './checks.js';
import { WAY_IDS } from './lists/calendar.js';

/** Where somebody puts a step of the calendar, or to whom they give it; neither: it is let go. */
export class PinInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  by!: string;

  /** of which job it is */
  @IsId()
  job!: string;

  /** ms; null: whenever it may begin */
  @IsOptional()
  @IsInt({ message: 'the time at which a step begins is a whole number of milliseconds' })
  start!: number | null;

  /** who does it; null: whoever may */
  @IsOptional()
  @IsId()
  person!: string | null;

  @IsString()
  @MaxLength(300)
  why!: string;
}

export class Pin extends PinInput {
  /** the step */
  @IsId()
  id!: string;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;
}

/** Which of the ways that the calendar showed is gone by from now on. */
export class GoByInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  by!: string;

  /** of which calendar: what it called itself */
  @IsString()
  @MaxLength(100)
  of!: string;

  @IsIn(WAY_IDS, { message: `a way to go on is one of ${WAY_IDS.join(', ')}` })
  way!: WayId;
}

/** Since when people go by a plan, and who chose it. */
export class GoneBy {
  @IsInt()
  version!: number;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;
}

/** What a page has to know of a job to say what lies in the calendar. */
export class JobInCalendar {
  @IsString()
  id!: string;

  @IsString()
  instrumentId!: string;

  @IsString()
  nickname!: string;

  /** in which turn it is worked on, and why */
  @IsString()
  rank!: Rank;

  @IsArray()
  because!: RankReason[];

  /** the owner was asked something, and has not answered */
  @IsBoolean()
  asked!: boolean;

  /** how its steps are called, by their ids */
  @IsObject()
  steps!: Record<string, string>;
}

/** The weeks ahead: every step that is left of every job under way, where it lies and why. */
export class CalendarPage {
  @IsNumber()
  now!: number;

  /** the shop's zone */
  @IsString()
  zone!: string;

  /** what it calls itself */
  @IsString()
  of!: string;

  @NestedList(() => JobInCalendar)
  jobs!: JobInCalendar[];

  @NestedList(() => Pin)
  pins!: Pin[];

  /** null where nobody goes by a plan yet */
  @IsOptional()
  @Nested(() => GoneBy)
  stands!: GoneBy | null;

  @IsObject()
  planned!: Planned;
}

/** A better plan than the one that a calendar shows. */
export class BetterPlan {
  @IsString()
  of!: string;

  /** null where none was found */
  @IsOptional()
  @IsObject()
  way!: Way | null;
}

/** What it comes to if a job is promised for a day. */
export class PromiseTried {
  @IsString()
  job!: string;

  @IsString()
  day!: string;

  @IsObject()
  found!: IfPromised;
}
