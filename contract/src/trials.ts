import { IsDefined, IsBoolean, IsIn, IsInt, IsNumber, IsString, MaxLength, Min } from 'class-validator';
import { IsId, Nested, NestedList } from './checks.js';

/** A stretch of a brace that was tried loose, m along it. */
export class TriedStretch {
  @IsString()
  @MaxLength(80)
  brace!: string;

  @IsNumber()
  @Min(0)
  from!: number;

  @IsNumber()
  @Min(0)
  to!: number;
}

/** What was tried on a virtual top. */
export class Tried {
  @NestedList(() => TriedStretch, { most: 200 })
  loose!: TriedStretch[];

  @IsString()
  @MaxLength(80)
  strings!: string;

  @IsString()
  @MaxLength(80)
  tuning!: string;

  /** of the wood, away from that of its building, %MC */
  @IsNumber()
  moisture!: number;

  @IsIn(['bridge', 'tailpiece'])
  anchor!: 'bridge' | 'tailpiece';

  @IsBoolean()
  plateCracked!: boolean;
}

/** A trial of a top that is kept with the instrument. */
export class TrialInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsId()
  by!: string;

  @IsString()
  @MaxLength(80)
  name!: string;

  @IsDefined()
  @Nested(() => Tried)
  tried!: Tried;

  /** what it glues against how the top was found is to be done: it stands on the page of the work */
  @IsBoolean()
  forWork!: boolean;

  /** let go: kept, and offered no more */
  @IsBoolean()
  putAway!: boolean;
}

export class Trial extends TrialInput {
  @IsId()
  id!: string;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;
}
