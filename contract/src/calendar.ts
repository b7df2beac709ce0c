import type { Calendar as Planned } from '@upright-elder/core/schedule';
import { IsNumber, IsObject, IsString } from 'class-validator';
import { NestedList } from './checks.js';

/** What a page has to know of a job to say what lies in the calendar. */
export class JobInCalendar {
  @IsString()
  id!: string;

  @IsString()
  instrumentId!: string;

  @IsString()
  nickname!: string;

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

  @NestedList(() => JobInCalendar)
  jobs!: JobInCalendar[];

  @IsObject()
  planned!: Planned;
}
