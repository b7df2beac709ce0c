import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
  Min,
} from 'class-validator';
import { IsId, IsName, NestedList } from './checks.js';

/** Whose instruments they are: they leave the shop’s papers and files only where somebody ticks it. */
export class OwnerInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('an owner needs a name')
  @MaxLength(120)
  name!: string;

  /** telephone, mail, address, as written */
  @IsString()
  @MaxLength(1000)
  reach!: string;

  @IsString()
  @MaxLength(2000)
  note!: string;

  /** somebody looked whether all of these instruments are one owner’s */
  @IsBoolean()
  checked!: boolean;

  @IsOptional()
  @IsId()
  by?: string | null;

  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

export class OwnedInstrument {
  @IsId()
  id!: string;

  @IsString()
  nickname!: string;
}

export class Owner extends OwnerInput {
  @IsId()
  id!: string;

  /** on request; only that there was one is left */
  @IsBoolean()
  erased!: boolean;

  @IsString()
  updatedAt!: string;

  @NestedList(() => OwnedInstrument)
  instruments!: OwnedInstrument[];
}

/** Instruments that are somebody else’s of the same name. */
export class OwnerParting {
  @IsArray()
  @ArrayMinSize(1, { message: 'at least one instrument of the other owner' })
  @ArrayMaxSize(500)
  @IsString({ each: true })
  @MaxLength(36, { each: true })
  instruments!: string[];

  @IsId()
  by!: string;
}

export class OwnerErasing {
  @IsId()
  by!: string;
}
