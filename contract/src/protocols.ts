import { LINE_IDS, type LineId } from '@upright-elder/core/readings';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  MaxLength,
  Min,
  IsOptional,
} from 'class-validator';
import { IsName, NestedList, IsId } from './checks.js';

export class ProtocolStage {
  @IsString()
  @IsName('a stage needs a title')
  @MaxLength(80)
  title!: string;

  @IsArray()
  @ArrayMaxSize(100)
  @IsIn(LINE_IDS, { each: true, message: 'a line must be a known reading or point' })
  lines!: LineId[];
}

/** The order in which an instrument is gone through. */
export class ProtocolInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('a protocol needs a name to be chosen by')
  @MaxLength(80)
  name!: string;

  @IsString()
  @MaxLength(500)
  about!: string;

  /** each point takes a cost allowance, and the sum stands beside an asking price */
  @IsBoolean()
  priced!: boolean;

  /** what the last examination found is looked at again */
  @IsBoolean()
  again!: boolean;

  /** no longer offered; examinations taken by it keep it */
  @IsBoolean()
  retired!: boolean;

  @NestedList(() => ProtocolStage, { least: 1, most: 20, few: 'a protocol needs at least one stage' })
  stages!: ProtocolStage[];

  /** who saves it; null where nobody is picked */
  @IsOptional()
  @IsId()
  by?: string | null;
}

export class Protocol extends ProtocolInput {
  /** the house's own short name, or an id */
  @IsString()
  id!: string;

  /** one that every shop begins with */
  @IsBoolean()
  house!: boolean;
}
