import { METERS, type Meter } from './lists/examinations.js';
import { STRING_STATES, type StringState } from '@upright-elder/core/instrument';
import {
  STRUNG_AFTER,
  type StrungAfter,
  POINT_IDS,
  QUANTITY_IDS,
  READING_UNITS,
  READ_PLACES,
  VERDICTS,
  type PointId,
  type QuantityId,
  type ReadingUnit,
  type ReadPlace,
  type StateId,
  type Verdict,
} from '@upright-elder/core/readings';
import type { TemperatureUnit } from '@upright-elder/core/units';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { TEMPERATURE_UNITS } from './lists/air.js';
import { Money } from './money.js';
import { WrittenPiece } from './edits.js';
import { IsDay, IsId, Nested, NestedList } from './checks.js';
import { Strike } from './strikes.js';
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

  /** meter reading, %MC; repeats are separated by semicolons */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  woodMoisture!: string | null;

  @IsOptional()
  @IsIn(METERS)
  meter?: Meter | null;

  /** the meter's species setting, and where it was held */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  meterSetting?: string | null;

  @IsOptional()
  @IsString()
  @MaxLength(120)
  meterPlace?: string | null;

  @IsIn(STRING_STATES)
  strings!: StringState;

  /** what needs pitch was not taken, because the instrument is unsound */
  @IsOptional()
  @IsBoolean()
  heldUnsound?: boolean;

  /** days since it was strung up or the strings were last changed, as typed */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  timeAtPitch!: string | null;

  /** what it was strung up after; null where that was not asked */
  @IsOptional()
  @IsIn(STRUNG_AFTER)
  pitchAfter?: StrungAfter | null;

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
  @IsIn(READ_PLACES)
  place!: ReadPlace;

  @IsString()
  @MaxLength(200)
  text!: string;

  @IsIn(READING_UNITS)
  unit!: ReadingUnit;

  /** the tool it was read with; null takes the shop's usual one */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  tool?: string | null;
}

export class Reading extends ReadingInput {
  /** every repeat, m, rad or cents */
  @IsArray()
  @IsNumber({}, { each: true })
  values!: number[];

  /** mean of the repeats and its standard error, m, rad or cents */
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  /** one division of the tool's scale, m, rad or cents */
  @IsNumber()
  division!: number;

  /** the tool's name, and who read it */
  @IsString()
  toolName!: string;

  @IsString()
  byName!: string;
}

/** What was looked at, and what it ends in. */
export class PointFindingInput {
  @IsIn(POINT_IDS)
  point!: PointId;

  /** which of the point's states were found */
  @IsArray()
  @ArrayMaxSize(12)
  @IsString({ each: true })
  states!: StateId[];

  @IsIn(VERDICTS)
  verdict!: Verdict;

  /** at which frets, as typed */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  frets?: string | null;

  @IsString()
  @MaxLength(1000)
  words!: string;

  /** what putting it right is allowed to cost, as typed */
  @IsOptional()
  @IsString()
  @MaxLength(40)
  allowance?: string | null;
}

export class PointFinding extends PointFindingInput {
  @IsArray()
  @IsInt({ each: true })
  fretNumbers!: number[];

  @IsOptional()
  @IsNumber()
  allowanceAmount!: number | null;

  @IsString()
  byName!: string;
}

/** What stood in a line's place before it was corrected. */
export class Correction {
  /** the quantity or point */
  @IsString()
  line!: string;

  /** the place of a reading; empty for a point */
  @IsString()
  place!: string;

  @IsString()
  text!: string;

  @IsString()
  by!: string;

  @IsString()
  at!: string;

  @IsString()
  why!: string;
}

export class ExaminationInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsId()
  instrumentId!: string;

  /** who measured */
  @IsId()
  by!: string;

  @IsDay()
  date!: string;

  @IsDefined()
  @Nested(() => ConditionsInput)
  conditions!: ConditionsInput;

  /** the protocol it is taken by */
  @IsString()
  @MaxLength(60)
  protocol!: string;

  @NestedList(() => ReadingInput, { most: 200 })
  readings!: ReadingInput[];

  @NestedList(() => PointFindingInput, { most: 60 })
  findings!: PointFindingInput[];

  /** what is asked for the instrument, as typed; beside it stands the sum of the allowances */
  @IsOptional()
  @IsString()
  @MaxLength(40)
  askingPrice?: string | null;

  /** why anything stored is changed; needed where something is, but for a note that goes on */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;

  @IsString()
  @MaxLength(20000)
  notes!: string;
}

export class Examination {
  @IsId()
  id!: string;

  @IsInt()
  version!: number;

  @IsId()
  instrumentId!: string;

  @IsId()
  by!: string;

  @IsString()
  byName!: string;

  @IsString()
  date!: string;

  @Nested(() => Conditions)
  conditions!: Conditions;

  @IsString()
  protocol!: string;

  @IsString()
  protocolName!: string;

  @NestedList(() => Reading)
  readings!: Reading[];

  @NestedList(() => PointFinding)
  findings!: PointFinding[];

  @NestedList(() => Correction)
  corrections!: Correction[];

  /** the notes by who wrote which part; empty where one person wrote them */
  @NestedList(() => WrittenPiece)
  notesWritten!: WrittenPiece[];

  @IsOptional()
  @Nested(() => Money)
  askingPrice!: Money | null;

  @IsString()
  notes!: string;

  @IsString()
  updatedAt!: string;

  /** taken back: kept, shown struck, and counted nowhere */
  @IsBoolean()
  struck!: boolean;

  /** when and why it was struck, and brought back */
  @NestedList(() => Strike)
  strikes!: Strike[];
}
