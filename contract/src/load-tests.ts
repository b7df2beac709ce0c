import {
  LOAD_TEST_KINDS,
  type LoadTestKind,
  LOAD_TEST_MOMENTS,
  type LoadTestMoment,
} from './lists/load-tests.js';
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, MaxLength, Min } from 'class-validator';
import { IsDay, IsId, NestedList } from './checks.js';
import { Strike } from './strikes.js';

/** The dial at one spot, as typed: before the weight, under it, and after it. */
export class SpotInput {
  /** of the spots that the plan gives; `bridge` for the saddle line */
  @IsString()
  @MaxLength(120)
  spot!: string;

  @IsString()
  @MaxLength(40)
  zero!: string;

  @IsString()
  @MaxLength(40)
  loaded!: string;

  @IsString()
  @MaxLength(40)
  back!: string;
}

/** A known weight on the top, strings off, and how far it goes down. It stays as it was read: a slip is struck. */
export class LoadTestInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsId()
  by!: string;

  @IsDay()
  date!: string;

  @IsIn(LOAD_TEST_KINDS)
  kind!: LoadTestKind;

  @IsIn(LOAD_TEST_MOMENTS)
  moment!: LoadTestMoment;

  /** as typed, kilograms where no unit is written */
  @IsString()
  @MaxLength(40)
  weight!: string;

  /** somebody held the drawn braces against the inside: a walk over a usual drawing says nothing */
  @IsBoolean()
  planChecked!: boolean;

  @NestedList(() => SpotInput, { least: 1, most: 20, few: 'a load test needs at least one spot' })
  spots!: SpotInput[];

  @IsString()
  @MaxLength(2000)
  note!: string;
}

/** A spot as it was understood. */
export class LoadedSpot extends SpotInput {
  /** how far it went down under the weight, m; null where the zero did not return */
  @IsOptional()
  @IsNumber()
  dip!: number | null;

  /** of the dip, m */
  @IsNumber()
  sd!: number;

  /** how far the zero came back from where it was, m */
  @IsNumber()
  drift!: number;
}

export class LoadTest extends LoadTestInput {
  @IsId()
  id!: string;

  /** N */
  @IsNumber()
  newtons!: number;

  @NestedList(() => LoadedSpot)
  declare spots: LoadedSpot[];

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;

  /** taken back: kept, shown struck, and counted nowhere */
  @IsBoolean()
  struck!: boolean;

  @NestedList(() => Strike)
  strikes!: Strike[];
}
