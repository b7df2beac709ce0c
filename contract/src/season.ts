import type { RankReason } from '@upright-elder/core/schedule';
import type { RoundItem, SeasonChoice, SeasonChoices, Sureness } from '@upright-elder/core/season';
import { IsArray, IsInt, IsNumber, IsObject, IsOptional, IsString } from 'class-validator';
import { NestedList } from './checks.js';

/** An instrument of a collection: what a season may do at it, and what a round looks at. */
export class InstrumentOfSeason {
  @IsString()
  id!: string;

  @IsString()
  nickname!: string;

  /** where it lives; empty where nobody said */
  @IsString()
  room!: string;

  /** what of it cannot wait */
  @IsArray()
  because!: RankReason[];

  /** it is being worked on already: the season leaves it out */
  @IsOptional()
  @IsString()
  job!: string | null;

  /** null where it could not be worked out */
  @IsOptional()
  @IsObject()
  choices!: SeasonChoices | null;

  @IsArray()
  round!: RoundItem[];

  /** when it would be worked on and done, ms, were the season’s plan laid into the calendar; null where it is not chosen */
  @IsOptional()
  @IsObject()
  when!: { from: number; to: number } | null;
}

/** A season’s plan for a collection. */
export class SeasonPage {
  @IsString()
  zone!: string;

  @IsString()
  currency!: string;

  /** what there is, hours of hands, and money; null: no limit */
  @IsInt()
  hours!: number;

  @IsOptional()
  @IsNumber()
  money!: number | null;

  /** whether the shop has a rate: without one no plan has a price */
  @IsOptional()
  @IsNumber()
  rate!: number | null;

  @NestedList(() => InstrumentOfSeason)
  instruments!: InstrumentOfSeason[];

  /** of those that may be chosen, in their order: which plan */
  @IsObject()
  choice!: SeasonChoice;

  @IsObject()
  sureness!: Sureness;
}
