import { HIT_KINDS, type HitKind } from './lists/find.js';
import { IsIn, IsInt, IsOptional, IsString } from 'class-validator';
import { IsId, NestedList } from './checks.js';

/** Something recorded in which every word that was looked for stands. */
export class Hit {
  @IsIn(HIT_KINDS)
  kind!: HitKind;

  /** of what was found itself */
  @IsId()
  id!: string;

  @IsId()
  instrumentId!: string;

  @IsString()
  instrument!: string;

  /** what stands there, cut where it is long */
  @IsString()
  text!: string;

  /** the day it was written for; none of an instrument */
  @IsOptional()
  @IsString()
  date?: string | null;
}

export class Hits {
  /** what was looked for */
  @IsString()
  search!: string;

  @NestedList(() => Hit)
  hits!: Hit[];

  /** how many instruments it is found in by name, maker, owner and build */
  @IsInt()
  instruments!: number;
}
