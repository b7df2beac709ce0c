import { RODS, type Rod, IDENTITY_PARTS, type IdentityPart } from './lists/instruments.js';
import { WEIGHTS, type Weight } from '@upright-elder/core/wording';
import { SIDE_PLACES, type SidePlace } from '@upright-elder/core/diagnosis';
import { isWay, NOT_KNOWN, type Build, type NotKnown } from '@upright-elder/core/construction';
import { INSTRUMENT_TYPES, type InstrumentType } from '@upright-elder/core/instrument';
import { SHELF_STATES, type ShelfState } from '@upright-elder/core/jobs';
import type { StringKind } from '@upright-elder/core/strings';
import {
  PLAYING_STYLES,
  RELIEF_SCHOOL_IDS,
  type PlayingStyle,
  type ReliefSchool,
} from '@upright-elder/core/targets';
import { SPECIES_IDS, type SpeciesId } from '@upright-elder/core/wood';
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
import { Length, TypedLength } from './lengths.js';
import { Money, TypedMoney } from './money.js';
import { Strike } from './strikes.js';
import { check, IsId, IsName, Nested, NestedList } from './checks.js';
import { isRecord } from './lists/records.js';

const FRET = 'a whole fret number from 8 to 20 is accepted';
/** None of these is guessed: it is chosen, or said not to be known. */
const CHOOSE = {
  playingStyle: 'choose how it is played, or that it is not known',
  stringSet: 'choose what it is strung with, or that it is not known',
  topSpecies: 'choose the wood of the top, or that it is not known',
};

/** Parts of a build, each with one of its ways. */
const IsBuild = (): PropertyDecorator =>
  check(
    'isBuild',
    (value) =>
      isRecord(value) &&
      Object.keys(value).length <= 60 &&
      Object.entries(value).every(([part, way]) => isWay(part, way)),
    { message: 'a part of the build, or its way, is none that is known' },
  );

/** What is known of an instrument, lengths left out; shared by what is sent and what is stored. */
export class InstrumentFacts {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('an instrument needs a name to be found by')
  @MaxLength(120)
  nickname!: string;

  @IsString()
  @MaxLength(120)
  maker!: string;

  /** free text: serial, year, what is doubtful */
  @IsString()
  @MaxLength(500)
  identity!: string;

  /** which parts of its identity are doubtful */
  @IsArray()
  @ArrayMaxSize(IDENTITY_PARTS.length)
  @IsIn(IDENTITY_PARTS, { each: true })
  doubtful!: IdentityPart[];

  /** as the owner’s record names him; another name is another owner */
  @IsString()
  @MaxLength(120)
  owner!: string;

  @IsString()
  @MaxLength(4000)
  complaint!: string;

  @IsIn([...PLAYING_STYLES, NOT_KNOWN], { message: CHOOSE.playingStyle })
  playingStyle!: PlayingStyle | NotKnown;

  @IsIn(RELIEF_SCHOOL_IDS)
  reliefSchool!: ReliefSchool;

  /** room it lives in; null while not known */
  @IsOptional()
  @IsId()
  homeRoomId!: string | null;

  /** room that its owner will keep it in, where that is followed; null where it is none */
  @IsOptional()
  @IsId()
  keptRoomId?: string | null;

  /** humidity that its owner will keep, percent as typed; empty where it is not known */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  keptFrom?: string;

  @IsOptional()
  @IsString()
  @MaxLength(20)
  keptTo?: string;

  @IsIn(INSTRUMENT_TYPES)
  type!: InstrumentType;

  /** fret at which the neck meets the body */
  @IsInt({ message: FRET })
  @Min(8, { message: FRET })
  @Max(20, { message: FRET })
  bodyJoin!: number;

  /** a set of the house or the shop, or that it is not known */
  @IsString()
  @IsName(CHOOSE.stringSet)
  @MaxLength(40)
  stringSet!: string;

  /** the set the builder meant it for; null while not known */
  @IsOptional()
  @IsString()
  @IsName('choose the set that it was built for, or none')
  @MaxLength(40)
  designStringSet!: string | null;

  @IsString()
  @IsName('choose a tuning')
  @MaxLength(40)
  tuning!: string;

  @IsIn([...SPECIES_IDS, NOT_KNOWN], { message: CHOOSE.topSpecies })
  topSpecies!: SpeciesId | NotKnown;

  @IsBoolean()
  laminatedTop!: boolean;

  /** how it is built, part by part; what is left out is not known */
  @IsOptional()
  @IsBuild()
  build?: Build;

  /** whatever else there is to say of how it is built */
  @IsString()
  @MaxLength(1000)
  construction!: string;

  @IsIn(RODS)
  rod!: Rod;
}

/** An instrument as sent: lengths as typed. */
export class InstrumentInput extends InstrumentFacts {
  /** who saves it */
  @IsId()
  by!: string;

  /** what it would fetch, what it is worth to its owner, what the owner wants to spend */
  @IsOptional()
  @Nested(() => TypedMoney)
  marketValue!: TypedMoney | null;

  @IsOptional()
  @Nested(() => TypedMoney)
  worthToOwner!: TypedMoney | null;

  @IsOptional()
  @Nested(() => TypedMoney)
  budget!: TypedMoney | null;

  @IsDefined()
  @Nested(() => TypedLength)
  scale!: TypedLength;

  /** wanted action at fret 12; null takes the playing style's */
  @IsOptional()
  @Nested(() => TypedLength)
  targetBass!: TypedLength | null;

  @IsOptional()
  @Nested(() => TypedLength)
  targetTreble!: TypedLength | null;

  /** board to heel cap */
  @IsOptional()
  @Nested(() => TypedLength)
  heelDepth!: TypedLength | null;

  /** across the cheeks, where they meet the body */
  @IsOptional()
  @Nested(() => TypedLength)
  heelWidth?: TypedLength | null;

  /** body join to the end of the board */
  @IsOptional()
  @Nested(() => TypedLength)
  extension!: TypedLength | null;

  /** archtop: body length, lower-bout width, rise of the arch over the rim */
  @IsOptional()
  @Nested(() => TypedLength)
  bodyLength!: TypedLength | null;

  @IsOptional()
  @Nested(() => TypedLength)
  bodyWidth!: TypedLength | null;

  @IsOptional()
  @Nested(() => TypedLength)
  archHeight!: TypedLength | null;

  @IsOptional()
  @Nested(() => TypedLength)
  topThickness?: TypedLength | null;

  @IsOptional()
  @Nested(() => TypedLength)
  domeRadius?: TypedLength | null;

  /** strings over the top at the saddle, and 100 mm before it */
  @IsOptional()
  @Nested(() => TypedLength)
  stringHeight?: TypedLength | null;

  @IsOptional()
  @Nested(() => TypedLength)
  stringHeightBefore?: TypedLength | null;

  /** as the builder made it */
  @IsOptional()
  @Nested(() => TypedLength)
  builtBridge?: TypedLength | null;

  @IsOptional()
  @Nested(() => TypedLength)
  nutWidth?: TypedLength | null;

  /** outer strings at the saddle */
  @IsOptional()
  @Nested(() => TypedLength)
  stringSpread?: TypedLength | null;

  /** why what was written down is changed; needed where the answer asks for it */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

/** An instrument as stored. */
export class Instrument extends InstrumentFacts {
  @IsId()
  id!: string;

  /** the owner’s record; null where none is known */
  @IsOptional()
  @IsId()
  ownerId!: string | null;

  /** put away in the archive: off the shelf, and nothing of it is gone */
  @IsBoolean()
  struck!: boolean;

  @NestedList(() => Strike)
  strikes!: Strike[];

  /** what it would fetch, what it is worth to its owner, what the owner wants to spend */
  @IsOptional()
  @Nested(() => Money)
  marketValue!: Money | null;

  @IsOptional()
  @Nested(() => Money)
  worthToOwner!: Money | null;

  @IsOptional()
  @Nested(() => Money)
  budget!: Money | null;

  @Nested(() => Length)
  scale!: Length;

  @IsOptional()
  @Nested(() => Length)
  targetBass!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  targetTreble!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  heelDepth!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  heelWidth!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  extension!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  bodyLength!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  bodyWidth!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  archHeight!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  topThickness!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  domeRadius!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  stringHeight!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  stringHeightBefore!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  builtBridge!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  nutWidth!: Length | null;

  @IsOptional()
  @Nested(() => Length)
  stringSpread!: Length | null;

  /** pull of the string set at pitch, N; how it pulls, and whether in pairs */
  @IsNumber()
  stringPull!: number;

  @IsString()
  stringKind!: StringKind;

  @IsBoolean()
  pairedStrings!: boolean;

  /** pull of the builder's set, N; null while not known */
  @IsOptional()
  @IsNumber()
  designPull!: number | null;

  @IsString()
  updatedAt!: string;
}

/** One side's stance for a small drawing, m; null where the last examination does not give it. */
export class CardStance {
  @IsNumber()
  saddleHeight!: number;

  @IsNumber()
  nutHeight!: number;

  @IsNumber()
  relief!: number;

  @IsNumber()
  saddleShowing!: number;
}

/** What to find out first of an instrument. */
export class AskedFirst {
  @IsString()
  ask!: string;

  @IsInt()
  minutes!: number;
}

/** The job that an instrument is in. */
export class CardJob {
  @IsId()
  id!: string;

  @IsIn(SHELF_STATES)
  state!: ShelfState;

  /** when that ends, ms, where a clock says it */
  @IsOptional()
  @IsNumber()
  until!: number | null;

  /** the day that was promised */
  @IsOptional()
  @IsString()
  promised!: string | null;
}

/** An instrument on the shelf. */
export class Card {
  @IsId()
  id!: string;

  @IsString()
  nickname!: string;

  @IsString()
  maker!: string;

  @IsString()
  owner!: string;

  @IsIn(INSTRUMENT_TYPES)
  type!: InstrumentType;

  @IsNumber()
  scale!: number;

  @IsInt()
  bodyJoin!: number;

  @IsOptional()
  @Nested(() => CardStance)
  stance!: CardStance | null;

  @IsInt()
  examinations!: number;

  @IsOptional()
  @IsString()
  lastExamined!: string | null;

  /** true when a season has turned since it was last measured */
  @IsBoolean()
  due!: boolean;

  @IsString()
  sentence!: string;

  @IsIn(WEIGHTS)
  weight!: Weight;

  /** where on the instrument that is seen, from its side; null where it is seen nowhere */
  @IsOptional()
  @IsIn(SIDE_PLACES)
  place!: SidePlace | null;

  /** what to find out first, and the minutes it takes */
  @IsOptional()
  @Nested(() => AskedFirst)
  ask!: AskedFirst | null;

  /** the day on which it was handed over last, where it was not measured since */
  @IsOptional()
  @IsString()
  handedOver!: string | null;

  /** what it is in work for; null where it is at home */
  @IsOptional()
  @Nested(() => CardJob)
  job!: CardJob | null;

  /** put away in the archive */
  @IsBoolean()
  struck!: boolean;

  /** nothing was worked out of it yet */
  @IsBoolean()
  pending!: boolean;

  /**
   * the day of which its sentence speaks, where that is not today or something was recorded since: it is being worked
   * out anew; null where it is as new as all that is recorded
   */
  @IsOptional()
  @IsString()
  asOf!: string | null;
}

export class CardPage {
  @NestedList(() => Card)
  cards!: Card[];

  @IsInt()
  total!: number;

  @IsInt()
  page!: number;

  /** what was looked for */
  @IsString()
  search!: string;

  /** how many of those looked for lie in the archive */
  @IsInt()
  archived!: number;
}
