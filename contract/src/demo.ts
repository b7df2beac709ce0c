import { IsBoolean, IsOptional, IsString } from 'class-validator';

/** What the invented scenario says of itself; in a shop of one’s own it says nothing. */
export class DemoState {
  /** the day that it was written on, ISO date; null in a shop of one’s own, and while it is being written */
  @IsOptional()
  @IsString()
  writtenOn!: string | null;

  /** the scenario is being written into this shop */
  @IsBoolean()
  beingWritten!: boolean;

  /** the server’s day, ISO date */
  @IsString()
  today!: string;
}
