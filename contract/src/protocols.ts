import { LINE_IDS, type LineId } from '@upright-elder/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

export class ProtocolStage {
  @IsString()
  @IsNotEmpty({ message: 'a stage needs a title' })
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
  @IsNotEmpty({ message: 'a protocol needs a name to be chosen by' })
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

  @IsArray()
  @ArrayMinSize(1, { message: 'a protocol needs at least one stage' })
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => ProtocolStage)
  stages!: ProtocolStage[];
}

export class Protocol extends ProtocolInput {
  /** the house's own short name, or an id */
  @IsString()
  id!: string;

  /** one that every shop begins with */
  @IsBoolean()
  house!: boolean;
}
