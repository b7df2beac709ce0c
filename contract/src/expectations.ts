import { STRING_STATES, type StringState } from '@upright-elder/core/instrument';
import { QUANTITY_IDS, READ_PLACES, type QuantityId, type ReadPlace } from '@upright-elder/core/readings';
import type { TemperatureUnit } from '@upright-elder/core/units';
import { IsIn, IsNumber, IsOptional, IsString, MaxLength } from 'class-validator';
import { TEMPERATURE_UNITS } from './lists/air.js';
import { IsDay, IsId, Nested, NestedList } from './checks.js';
import { Uncertain } from './forecasts.js';

/** The conditions under which something is about to be read. */
export class ExpectationsQuery {
  @IsDay()
  date!: string;

  @IsIn(STRING_STATES)
  strings!: StringState;

  /** kinds of what was done since the last examination and is saved with this one, with commas between them */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  done?: string;

  /** air in the room as typed; what cannot be read is as if it were not given */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  humidity?: string;

  @IsOptional()
  @IsString()
  @MaxLength(20)
  temperature?: string;

  @IsOptional()
  @IsIn(TEMPERATURE_UNITS)
  temperatureUnit?: TemperatureUnit;

  /** the examination that is being corrected, left out of its own past */
  @IsOptional()
  @IsId()
  except?: string;
}

export class LastReading {
  @IsString()
  date!: string;

  /** m, rad or cents */
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  /** one division of the tool's scale */
  @IsNumber()
  division!: number;

  @IsString()
  tool!: string;
}

/** What a quantity is expected to read at one place. */
export class Expectation {
  @IsIn(QUANTITY_IDS)
  quantity!: QuantityId;

  @IsIn(READ_PLACES)
  place!: ReadPlace;

  @Nested(() => LastReading)
  last!: LastReading;

  /** the middle 95 %, the tool's error included; null after work, when the past says nothing */
  @IsOptional()
  @IsNumber({}, { each: true })
  range!: [number, number] | null;

  @IsOptional()
  @Nested(() => Uncertain)
  season!: Uncertain | null;
}

/** What the room's log has of a day: the mean of it. */
export class LoggedAir {
  /** percent */
  @IsNumber()
  humidity!: number;

  /** °C */
  @IsNumber()
  temperature!: number;
}

export class Expectations {
  /** the air of the room that it lives in on the day of the examination; null where the log does not reach it */
  @IsOptional()
  @Nested(() => LoggedAir)
  logged!: LoggedAir | null;

  /** wood's moisture that is counted on, %MC, and where it comes from */
  @IsOptional()
  @IsNumber()
  moisture!: number | null;

  @IsString()
  moistureFrom!: string;

  @NestedList(() => Expectation)
  expected!: Expectation[];
}
