import {
  ANSWERS_OF_INSTRUMENTS,
  ANSWERS_OF_ROOMS,
  LOG_FILE_STATES,
  ROOM_KINDS,
  TEMPERATURE_UNITS,
  type AirAnswerSaid,
  type RoomKind,
} from './lists/air.js';
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
import type { Climate } from '@upright-elder/core/air';
import type { TemperatureUnit } from '@upright-elder/core/units';
import { PIECE_IDS, type PieceId } from '@upright-elder/core/wood';
import { IsId, IsInstant, IsName, Nested, NestedList } from './checks.js';
import { Strike } from './strikes.js';

/** A room whose air is followed: the workshop, a home, a store, a case with packs. */
export class RoomInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('a name that can be read is needed')
  @MaxLength(120)
  name!: string;

  @IsString()
  @MaxLength(2000)
  notes!: string;

  /** the names of its logger's files begin so; empty where it has none in the shop's folder */
  @IsString()
  @MaxLength(60)
  logger!: string;

  @IsOptional()
  @IsIn(ROOM_KINDS)
  kind?: RoomKind;

  /** what its hygrometer shows over magnesium chloride and over table salt, percent as typed; empty where not tried */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  saltLow?: string;

  @IsOptional()
  @IsString()
  @MaxLength(20)
  saltHigh?: string;

  /** what the packs in a case hold, percent as typed; empty where it is not known */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  packs?: string;

  /** whose hygrometer it was laid beside; null where it was none of the shop's rooms */
  @IsOptional()
  @IsId()
  besideRoomId?: string | null;

  /** what it showed there, and what the other one showed, percent as typed; empty where they were not compared */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  besideShown?: string;

  @IsOptional()
  @IsString()
  @MaxLength(20)
  besideOther?: string;

  /** who saves it; null where nobody is picked */
  @IsOptional()
  @IsId()
  by?: string | null;
}

export class Room extends RoomInput {
  @IsId()
  id!: string;

  /** how many readings its log holds */
  @IsInt()
  readings!: number;

  @IsOptional()
  @IsString()
  lastReading!: string | null;

  /** no longer offered; what lives in it keeps it */
  @IsBoolean()
  struck!: boolean;

  declare kind: RoomKind;
  declare saltLow: string;
  declare saltHigh: string;
  declare packs: string;
  declare besideRoomId: string | null;
  declare besideShown: string;
  declare besideOther: string;
}

/** One reading of the air, as typed or as a logger wrote it. */
export class AirReadingInput {
  /** instant, ISO 8601 with zone */
  @IsInstant()
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
  /** one for all pieces of a file, so that it can be taken back as one; made here where none is given */
  @IsOptional()
  @IsId()
  importId?: string | null;

  /** of the file; empty where it was typed */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  name?: string | null;

  @IsIn(TEMPERATURE_UNITS)
  unit!: TemperatureUnit;

  @NestedList(() => AirReadingInput, { least: 1, most: 5000 })
  readings!: AirReadingInput[];
}

export class AirTaken {
  @IsInt()
  added!: number;

  @IsInt()
  known!: number;
}

/** What somebody says who is asked whose air an instrument lived in, or why a log changed its ways. */
export class AirAnswerInput {
  @IsInt()
  @Min(0)
  version!: number;

  /** one of the two: of which it is said */
  @IsOptional()
  @IsId()
  instrumentId!: string | null;

  @IsOptional()
  @IsId()
  roomId!: string | null;

  @IsIn([...ANSWERS_OF_INSTRUMENTS, ...ANSWERS_OF_ROOMS])
  answer!: AirAnswerSaid;

  /** the days of which it is said, ISO dates; `to` is null where it is said of one day */
  @IsString()
  @MaxLength(10)
  from!: string;

  @IsOptional()
  @IsString()
  @MaxLength(10)
  to!: string | null;

  @IsId()
  by!: string;
}

export class AirAnswer extends AirAnswerInput {
  @IsId()
  id!: string;

  @IsString()
  byName!: string;

  @IsString()
  updatedAt!: string;

  @IsBoolean()
  struck!: boolean;

  @NestedList(() => Strike)
  strikes!: Strike[];
}

/** What brought a room's air: a file, or somebody's hand. */
export class AirImport {
  @IsId()
  id!: string;

  /** of the file; empty where it was typed */
  @IsString()
  name!: string;

  @IsString()
  at!: string;

  @IsInt()
  readings!: number;

  /** its first and last instant, UTC ISO text */
  @IsString()
  first!: string;

  @IsString()
  last!: string;

  /** taken back */
  @IsBoolean()
  struck!: boolean;

  @NestedList(() => Strike)
  strikes!: Strike[];
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

/** A piece of wood in a room: where it stands, and where it is heading. */
export class WoodOfPiece {
  @IsIn(PIECE_IDS)
  piece!: PieceId;

  @IsString()
  name!: string;

  /** how its faces stand to the air, and how long it takes to follow */
  @IsString()
  about!: string;

  /** %MC now; null where the log does not reach */
  @IsOptional()
  @IsNumber()
  now!: number | null;

  /** in a fortnight if the air stays as it was this week, and in two months as the season goes, %MC */
  @IsOptional()
  @IsNumber()
  fortnight!: number | null;

  @IsOptional()
  @IsNumber()
  twoMonths!: number | null;

  @IsBoolean()
  warns!: boolean;

  @IsString()
  words!: string;
}

/** A log that went over to other ways. */
export class LogChangeSaid {
  /** the day that is asked about, ISO date */
  @IsString()
  date!: string;

  @IsString()
  text!: string;

  /** it runs off bit by bit, instead of at once */
  @IsBoolean()
  line!: boolean;

  /** nobody said why yet */
  @IsBoolean()
  open!: boolean;
}

/** The year of the wood in a room. */
export class RoomAir {
  @NestedList(() => AirDay)
  days!: AirDay[];

  /** sentence on how much log the climate stands on */
  @IsString()
  basis!: string;

  @IsBoolean()
  blended!: boolean;

  /** the yearly climate of its wood, for scenarios */
  @IsObject()
  climate!: Climate;

  /** what each piece of wood in it is doing */
  @NestedList(() => WoodOfPiece)
  wood!: WoodOfPiece[];

  /** dew point of the last day’s air, °C, and its humidity warmed or cooled to 20 °C, percent; null where none */
  @IsOptional()
  @IsNumber()
  dewPoint!: number | null;

  /** null where its log goes on as it did */
  @IsOptional()
  @Nested(() => LogChangeSaid)
  change!: LogChangeSaid | null;

  /** how the hygrometer is corrected, in a sentence */
  @IsString()
  hygrometer!: string;
}

/** A piece of wood in a room, day by day. */
export class PieceThrough {
  @IsIn(PIECE_IDS)
  piece!: PieceId;

  @IsString()
  name!: string;

  /** %MC on each day; null where it was not logged */
  @IsArray()
  moisture!: (number | null)[];
}

/** What a meter showed on an instrument that lives in a room, corrected. */
export class MeterInRoom {
  @IsString()
  date!: string;

  @IsId()
  instrumentId!: string;

  @IsString()
  nickname!: string;

  /** %MC, and its standard error */
  @IsNumber()
  moisture!: number;

  @IsNumber()
  sd!: number;
}

/** What the wood in a room did, and what meters showed of it. */
export class RoomWood {
  /** ISO dates */
  @IsArray()
  @IsString({ each: true })
  days!: string[];

  @NestedList(() => PieceThrough)
  pieces!: PieceThrough[];

  @NestedList(() => MeterInRoom)
  meters!: MeterInRoom[];
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
  @NestedList(() => LogLine)
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

  /** why it cannot be gone through; null where it can */
  @IsOptional()
  @IsString()
  trouble!: string | null;

  /** what lies there and is not read, since its name is no table's */
  @IsString({ each: true })
  strangers!: string[];

  @NestedList(() => LogFileReport)
  files!: LogFileReport[];
}
