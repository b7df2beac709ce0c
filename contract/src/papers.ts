import {
  AUDIENCES,
  PAPER_IDS,
  PAPER_SIZES,
  type Audience,
  type PaperId,
  type PaperSize,
} from '@upright-elder/core/papers';
import { WAY_KEYS, type WayKey } from '@upright-elder/core/tree';
import { HEIGHT_UNITS, type HeightUnit } from '@upright-elder/core/units';
import { Transform } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
} from 'class-validator';
import { IsId, NestedList } from './checks.js';
import { GIVEN_WAYS, type GivenWay } from './lists/papers.js';

const list = ({ value }: { value: unknown }): unknown =>
  typeof value === 'string' ? value.split(',') : value;
const yes = ({ value }: { value: unknown }): unknown =>
  value === 'yes' ? true : value === 'no' ? false : value;

/** Which papers are asked for, for whom, and what stands on them. */
export class PapersAsked {
  @Transform(list)
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(PAPER_IDS.length)
  @ArrayUnique()
  @IsIn(PAPER_IDS, { each: true, message: `of is made of these: ${PAPER_IDS.join(', ')}` })
  of!: PaperId[];

  @IsIn(AUDIENCES, { message: `a paper is for one of these: ${AUDIENCES.join(', ')}` })
  for!: Audience;

  @IsIn(PAPER_SIZES, { message: `paper is of one of these sizes: ${PAPER_SIZES.join(', ')}` })
  size!: PaperSize;

  @Transform(yes)
  @IsBoolean({ message: 'yes or no is accepted' })
  ownerName!: boolean;

  @Transform(yes)
  @IsBoolean({ message: 'yes or no is accepted' })
  prices!: boolean;

  @Transform(yes)
  @IsBoolean({ message: 'yes or no is accepted' })
  shopNotes!: boolean;

  @IsOptional()
  @IsIn(HEIGHT_UNITS)
  heights?: HeightUnit;
}

/** A season’s plan as a paper: what it is planned for, and how it is set. */
export class SeasonPaperAsked {
  @IsOptional()
  @IsString()
  hours = '';

  @IsOptional()
  @IsString()
  money = '';

  @IsOptional()
  @IsString()
  owner = '';

  @IsOptional()
  @IsString()
  room = '';

  @IsIn(PAPER_SIZES, { message: `paper is of one of these sizes: ${PAPER_SIZES.join(', ')}` })
  size!: PaperSize;

  @IsOptional()
  @IsIn(HEIGHT_UNITS)
  heights?: HeightUnit;
}

/** Papers that are given out: made as they are asked for, and kept as the file that went. */
export class PaperToGive extends PapersAsked {
  /** who gave it */
  @IsId()
  by!: string;

  /** to whom, where it is not plain */
  @IsString()
  @MaxLength(200)
  to!: string;

  @IsIn(GIVEN_WAYS, { message: `a paper is given in one of these ways: ${GIVEN_WAYS.join(', ')}` })
  way!: GivenWay;
}

/** A way on from the next reading that an owner may agree to beforehand. */
export class WayOn {
  @IsString()
  key!: string;

  @IsString({ each: true })
  treatments!: string[];

  /** money of the shop that nine of ten such jobs stay under; null without a rate */
  @IsOptional()
  @IsNumber()
  upTo!: number | null;
}

/** The bytes of an owner’s answer are kept: a signed paper or a mail, as a photograph or a PDF. */
export class AnswerTaken {
  /** SHA-256 of what was kept, which is its name */
  @IsString()
  file!: string;
}

/** A paper that was given out. */
export class PaperGiven extends PaperToGive {
  @IsId()
  id!: string;

  @IsString()
  byName!: string;

  /** UTC ISO text */
  @IsString()
  at!: string;

  /** SHA-256 of the file */
  @IsString()
  file!: string;

  @IsInt()
  bytes!: number;

  /** how often each of them was given to such a reader, this time counted */
  @IsObject()
  versions!: Partial<Record<PaperId, number>>;

  /** whether the file is still there as it was given */
  @IsBoolean()
  there!: boolean;

  @NestedList(() => WayOn)
  onward!: WayOn[];
}

/** What was said that plans may come to, against what came: of a band of chances, or of a way. */
export class TreeCame {
  @IsInt()
  cases!: number;

  /** said on the average, and the share of what came; 0 to 1 */
  @IsNumber()
  said!: number;

  @IsNumber()
  came!: number;
}

export class TreeBand extends TreeCame {
  @IsNumber()
  from!: number;

  @IsNumber()
  to!: number;
}

export class TreeWayCame extends TreeCame {
  @IsIn(WAY_KEYS)
  key!: WayKey;
}

/** The shop's own cases of what it told owners. */
export class TreesLearned {
  /** read, not read yet, and no longer to be held against anything */
  @IsInt()
  read!: number;

  @IsInt()
  open!: number;

  @IsInt()
  void!: number;

  /** where another way was gone than the program said that day */
  @IsInt()
  overruled!: number;

  /** only those of twenty cases and more */
  @NestedList(() => TreeBand)
  bands!: TreeBand[];

  @NestedList(() => TreeWayCame)
  ways!: TreeWayCame[];
}
