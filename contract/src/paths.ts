import { IsBoolean, IsIn, IsNumber, IsOptional, IsString } from 'class-validator';
import { AirAnswer } from './air.js';
import { IsId, Nested, NestedList } from './checks.js';
import { AIR_DOUBTS } from './lists/air.js';

/** A stay in one room's air. */
export class StayIn {
  /** ISO date; null for the first, of which nobody knows when it began */
  @IsOptional()
  @IsString()
  from!: string | null;

  /** null where nobody follows the air of the place */
  @IsOptional()
  @IsId()
  roomId!: string | null;

  /** empty where it is no room that is followed */
  @IsString()
  roomName!: string;
}

/** When an instrument lay in a room. */
export class StayOf {
  @IsId()
  instrumentId!: string;

  @IsString()
  nickname!: string;

  /** ISO dates; null where nobody knows when it began, or it lies there still */
  @IsOptional()
  @IsString()
  from!: string | null;

  @IsOptional()
  @IsString()
  to!: string | null;
}

/** What is doubtful of the air that an instrument is said to have lived in. */
export class AirDoubtSaid {
  @IsIn(AIR_DOUBTS)
  kind!: (typeof AIR_DOUBTS)[number];

  /** what is asked, in a sentence */
  @IsString()
  text!: string;

  /** of the examination that differs most, or on which the log changed */
  @IsString()
  date!: string;

  /** read beside it and logged that day, percent; null where nothing was read */
  @IsOptional()
  @IsNumber()
  read!: number | null;

  @IsOptional()
  @IsNumber()
  logged!: number | null;

  /** of the examinations of which it is said, the first and the last; ISO dates */
  @IsString()
  first!: string;

  @IsString()
  last!: string;

  @IsBoolean()
  asked!: boolean;
}

/** Whose air an instrument lived in. */
export class InstrumentPath {
  /** the oldest first; the last is where it lies now */
  @NestedList(() => StayIn)
  stays!: StayIn[];

  /** null where nothing is in doubt */
  @IsOptional()
  @Nested(() => AirDoubtSaid)
  doubt!: AirDoubtSaid | null;

  /** what it said first before a move changed that, until somebody has seen it; null where there is nothing to see */
  @IsOptional()
  @IsString()
  saidBefore!: string | null;

  /** what was answered to that, those taken back too */
  @NestedList(() => AirAnswer)
  answers!: AirAnswer[];
}
