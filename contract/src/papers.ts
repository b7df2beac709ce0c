import {
  AUDIENCES,
  PAPER_IDS,
  PAPER_SIZES,
  type Audience,
  type PaperId,
  type PaperSize,
} from '@upright-elder/core/papers';
import { HEIGHT_UNITS, type HeightUnit } from '@upright-elder/core/units';
import { Transform } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
} from 'class-validator';

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
