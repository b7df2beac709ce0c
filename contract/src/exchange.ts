import { FOR_WHOM, type ForWhom } from '@upright-elder/core/exchange';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  MaxLength,
} from 'class-validator';
import { IsId } from './checks.js';
import { OUT_STATES, type OutState } from './lists/exchange.js';

/** What is to go out, and what is ticked of it. */
export class OutAsked {
  @IsIn(FOR_WHOM, { message: `a file is for one of these: ${FOR_WHOM.join(', ')}` })
  for!: ForWhom;

  @IsBoolean()
  owners!: boolean;

  @IsBoolean()
  money!: boolean;

  @IsBoolean()
  notes!: boolean;

  /** null: the whole shop */
  @IsOptional()
  @IsArray()
  @ArrayUnique()
  @ArrayMaxSize(5000)
  @IsUUID(undefined, { each: true })
  instruments!: string[] | null;
}

/** A file that goes out: how far it is. */
export class OutFile {
  @IsId()
  id!: string;

  @IsIn(OUT_STATES)
  state!: OutState;

  /** 0 to 1 */
  share!: number;

  /** as it is saved */
  @IsString()
  name!: string;

  @IsInt()
  bytes!: number;

  /** why it could not be written; empty where it could */
  @IsString()
  why!: string;

  @Type(() => OutAsked)
  asked!: OutAsked;
}

/** What a person decided of what comes in. */
export class InChoices {
  /** their people who are ours, by their ids */
  @IsObject()
  people!: Record<string, string>;

  /** rows that were put right by hand, as `table n`: column by column */
  @IsObject()
  mends!: Record<string, Record<string, unknown>>;

  /** rows that are left out, as `table n` */
  @IsArray()
  @ArrayMaxSize(10_000)
  @IsString({ each: true })
  @MaxLength(120, { each: true })
  leaveOut!: string[];

  /** whose stands of rows that differ, as `table key` */
  @IsObject()
  take!: Record<string, 'ours' | 'theirs'>;
}

export class InTaking {
  /** who takes it in; null where the shop has nobody yet */
  @IsOptional()
  @IsId()
  by!: string | null;
}
