import { STRING_SIDES, type StringSide } from '@upright-elder/core/strings';
import { SERIES_DIMENSIONS } from './lists/forecasts.js';
import type { Climate } from '@upright-elder/core/air';
import type { Calibration, MonthAhead, Played, Unstressed } from '@upright-elder/core/forecast';
import type { StorageClimate } from '@upright-elder/core/instrument';
import { WEIGHTS, type Weight } from '@upright-elder/core/wording';
import type { SpeciesId } from '@upright-elder/core/wood';
import { SPECIES_IDS } from '@upright-elder/core/wood';
import { IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsObject, IsOptional, IsString } from 'class-validator';
import { Nested, NestedList } from './checks.js';

/** A sentence with what it means and where it comes from. */
export class Said {
  @IsString()
  text!: string;

  @IsIn(WEIGHTS)
  weight!: Weight;

  @IsString()
  because!: string;

  /** of which side of the strings it speaks; absent where of the whole instrument */
  @IsOptional()
  @IsIn(STRING_SIDES)
  side?: StringSide;
}

/** Where it lay on a day. */
export class LayThere {
  /** name of the room; empty where nobody follows it */
  @IsString()
  room!: string;

  /** how likely that was not its home of today, 0 to 1 */
  @IsNumber()
  away!: number;
}

/** A reading that the forecast stands on. */
export class HistoryPoint {
  /** the examination, or for a crack none */
  @IsOptional()
  @IsString()
  examinationId!: string | null;

  @IsString()
  date!: string;

  /** m or rad */
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  /** the wood’s moisture that day, %MC, its error and what it was taken from */
  @IsNumber()
  moisture!: number;

  @IsNumber()
  moistureSd!: number;

  @IsString()
  moistureFrom!: string;

  @Nested(() => LayThere)
  lay!: LayThere;

  /** as it would read with saddle and nut as they are set today, m or rad */
  @IsNumber()
  standing!: number;

  /** something was done before it that begins a new epoch */
  @IsBoolean()
  afterIntervention!: boolean;

  /** how far it lies from what all the others expect, in its own errors; null before the last work */
  @IsOptional()
  @IsNumber()
  misfit!: number | null;

  /** how likely it is a slip, 0 to 1; null before the last work */
  @IsOptional()
  @IsNumber()
  slip!: number | null;

  /** carried to the humidity at which it will be kept; null before the last work */
  @IsOptional()
  @IsNumber()
  atKept!: number | null;
}

/** What is expected on one day, m or rad. */
export class ForecastPoint {
  @IsString()
  date!: string;

  @IsNumber()
  median!: number;

  @IsNumber({}, { each: true })
  band50!: [number, number];

  @IsNumber({}, { each: true })
  band80!: [number, number];

  @IsNumber({}, { each: true })
  band95!: [number, number];

  /** %MC */
  @IsNumber()
  moisture!: number;
}

/** A value with its standard error. */
export class Uncertain {
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;
}

/** A quantity at its place, or a crack’s length or width: what a series is of. */
export class SeriesName {
  /** `action12.bass`, or `crack.<mark>.length` */
  @IsString()
  key!: string;

  @IsString()
  name!: string;

  @IsInt()
  readings!: number;
}

/** One quantity through the seasons: history, forecast, what was learned, and what a scenario is worked out from. */
export class SeriesForecast extends SeriesName {
  @IsIn(SERIES_DIMENSIONS)
  dimension!: (typeof SERIES_DIMENSIONS)[number];

  /** strings side of the action; null for all else */
  @IsOptional()
  @IsString()
  side!: StringSide | null;

  /** what is wanted; null where nothing is */
  @IsOptional()
  @IsNumber({}, { each: true })
  window!: [number, number] | null;

  @NestedList(() => HistoryPoint)
  history!: HistoryPoint[];

  @NestedList(() => ForecastPoint)
  points!: ForecastPoint[];

  /** per %MC */
  @Nested(() => Uncertain)
  sensitivity!: Uncertain;

  /** what was believed before measuring, per %MC */
  @Nested(() => Uncertain)
  prior!: Uncertain;

  @IsString()
  priorSource!: string;

  /** per year */
  @Nested(() => Uncertain)
  age!: Uncertain;

  /** what is said of this series alone */
  @NestedList(() => Said)
  sentences!: Said[];

  /** the fit itself */
  @IsObject()
  calibration!: Calibration;
}

/** The wood’s moisture by season, for the ground behind the curves. */
export class SeasonPoint {
  @IsString()
  date!: string;

  @IsNumber()
  moisture!: number;
}

/** The wood as it was on a day, and between what four times in five; %MC. */
export class WoodPoint extends SeasonPoint {
  @IsNumber({}, { each: true })
  band80!: [number, number];
}

/** From a day on in a room. */
export class StayShown {
  /** ISO date; null where it lay there before what is shown */
  @IsOptional()
  @IsString()
  from!: string | null;

  /** empty where nobody follows its air */
  @IsString()
  room!: string;
}

/** What a scenario is worked out from, besides the fits themselves. */
export class ForecastYearInput {
  @IsObject()
  climate!: Climate;

  /** whole day since 1970 */
  @IsInt()
  from!: number;

  /** the wood today where it is known */
  @IsOptional()
  @IsObject()
  today!: { day: number; moisture: number } | null;

  /** how each side stands and is played; null where its stance is not measured */
  @IsObject()
  played!: Record<StringSide, Played | null>;

  /** saddle height per action at fret 12, of each side */
  @IsObject()
  lever!: Record<StringSide, number>;

  @IsIn(SPECIES_IDS)
  species!: SpeciesId;

  @IsBoolean()
  laminated!: boolean;

  /** how much of the top's shrinking its braces hold back, 0 to 1; null where it has no solved plan */
  @IsOptional()
  @IsNumber()
  restraint!: number | null;

  /** moisture of the wood where it will be kept, %MC: season is counted from there */
  @IsNumber()
  kept!: number;

  /** moisture at which the top is without stress, %MC */
  @IsObject()
  unstressed!: Unstressed;

  @IsOptional()
  @IsString()
  homeRoomId!: string | null;
}

/** The humidity at which an instrument will be kept, and whose word that is. */
export class StorageSaid {
  /** percent */
  @IsNumber()
  humidity!: number;

  @IsIn(['band', 'room', 'assumed'])
  from!: StorageClimate['from'];
}

/** When something comes to its end if it goes on as it does, in words, and the series that tells it. */
export class YearsAheadSaid extends Said {
  /** of the series that it is told by */
  @IsString()
  key!: string;

  @IsInt()
  readings!: number;

  /** ISO dates of the span; null where it is not within twenty years */
  @IsOptional()
  @IsString()
  from!: string | null;

  @IsOptional()
  @IsString()
  to!: string | null;

  @IsOptional()
  @IsString()
  middle!: string | null;
}

/** The coming months of one side: where the action stands, and which notes buzz. */
export class SideMonths {
  @IsIn(STRING_SIDES)
  side!: StringSide;

  @IsArray()
  months!: MonthAhead[];
}

export class Forecast {
  /** the day it was made */
  @IsString()
  made!: string;

  @IsInt()
  strungVisits!: number;

  /** examinations left out, and why */
  @IsArray()
  @IsString({ each: true })
  leftOut!: string[];

  /** what stands for facts that nobody knows */
  @IsArray()
  @IsString({ each: true })
  assumed!: string[];

  /** the action of each side */
  @NestedList(() => SeriesForecast)
  sides!: SeriesForecast[];

  /** everything else that is followed, to be asked for one by one */
  @NestedList(() => SeriesName)
  others!: SeriesName[];

  @NestedList(() => SeasonPoint)
  season!: SeasonPoint[];

  /** as the wood was, as far as anything tells it */
  @NestedList(() => WoodPoint)
  wood!: WoodPoint[];

  @NestedList(() => StayShown)
  stays!: StayShown[];

  /** where it will be kept */
  @Nested(() => StorageSaid)
  kept!: StorageSaid;

  /** when saddle, action, wheels and cracks come to their end, soonest first */
  @NestedList(() => YearsAheadSaid)
  yearsAhead!: YearsAheadSaid[];

  /** what the history says: season, age, what asks to be looked at */
  @NestedList(() => Said)
  sentences!: Said[];

  /** what the coming year brings if the air goes on as it was */
  @NestedList(() => Said)
  year!: Said[];

  /** its months, side by side */
  @NestedList(() => SideMonths)
  months!: SideMonths[];

  /** what the climate stands on */
  @IsString()
  climateBasis!: string;

  @Nested(() => ForecastYearInput)
  yearInput!: ForecastYearInput;

  @IsBoolean()
  ready!: boolean;

  /** its own plan is being solved: until then the usual top is taken */
  @IsBoolean()
  solving!: boolean;
}

/** A forecast and the reading that came. */
export class ForecastCheck {
  @IsString()
  key!: string;

  @IsString()
  name!: string;

  @IsIn(SERIES_DIMENSIONS)
  dimension!: (typeof SERIES_DIMENSIONS)[number];

  /** the day on which it was shown; null where nobody looked, and it was worked out afterwards from what was known then */
  @IsOptional()
  @IsString()
  shownOn!: string | null;

  /** the last reading it stood on */
  @IsString()
  basis!: string;

  @IsString()
  examinationId!: string;

  @IsString()
  date!: string;

  /** m or rad */
  @IsNumber()
  median!: number;

  @IsNumber({}, { each: true })
  band80!: [number, number];

  @IsNumber()
  read!: number;

  @IsBoolean()
  in50!: boolean;

  @IsBoolean()
  in80!: boolean;

  @IsBoolean()
  in95!: boolean;
}

export class BandHeld {
  @IsNumber()
  promised!: number;

  @IsNumber()
  held!: number;

  /** 95 % range of the true share */
  @IsNumber({}, { each: true })
  range!: [number, number];
}

/** How often the bands held. */
export class ScorecardSum {
  @IsInt()
  count!: number;

  @NestedList(() => BandHeld)
  bands!: BandHeld[];

  /** of the action, m */
  @IsOptional()
  @IsNumber()
  medianError!: number | null;
}

export class Scorecard {
  @NestedList(() => ForecastCheck)
  checks!: ForecastCheck[];

  @Nested(() => ScorecardSum)
  instrument!: ScorecardSum;

  /** over the whole shop, as far as it is worked out */
  @Nested(() => ScorecardSum)
  shop!: ScorecardSum;
}

/** How far the forecasts of the whole shop are worked out. */
export class ForecastProgress {
  @IsInt()
  done!: number;

  @IsInt()
  total!: number;
}
