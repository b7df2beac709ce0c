import { STRING_SIDES } from '@upright-elder/core/strings';
import { TOP_PRIORS, type TopPrior } from './lists/tops.js';
import type { MarkState } from '@upright-elder/core/body-plan';
import type { Place } from '@upright-elder/core/readings';
import { SPECIES_IDS, type SpeciesId } from '@upright-elder/core/wood';
import { IsBoolean, IsIn, IsNumber, IsOptional, IsString } from 'class-validator';
import { Uncertain } from './forecasts.js';
import { StoredBodyPlan } from './map.js';
import { Nested, NestedList } from './checks.js';

/** A stretch of a top brace that a mark says is loose. */
export class RecordedStretch {
  @IsString()
  mark!: string;

  @IsString()
  brace!: string;

  @IsString()
  name!: string;

  /** m along the brace */
  @IsNumber()
  from!: number;

  @IsNumber()
  to!: number;

  /** how far it stands open with the strings off, m; left out where nobody felt it */
  @IsOptional()
  @IsNumber()
  gap?: number;

  /** its tip is let into the lining; left out where nobody looked */
  @IsOptional()
  @IsBoolean()
  letIn?: boolean;

  @IsString()
  seen!: string;

  @IsString()
  state!: MarkState;
}

/** A height of the belly over the rim, m. */
export class BellyReading {
  @IsString()
  place!: Place;

  @IsNumber()
  x!: number;

  @IsNumber()
  y!: number;

  @IsNumber()
  height!: number;

  @IsNumber()
  sd!: number;
}

/** The last profile of the belly, strings at pitch, and how wet the wood was against the day of its building. */
export class BellyProfile {
  @IsString()
  examinationId!: string;

  @IsString()
  date!: string;

  @NestedList(() => BellyReading)
  stations!: BellyReading[];

  @Nested(() => Uncertain)
  moisture!: Uncertain;
}

/** How far the bridge leans towards the neck, as it was last measured, rad. */
export class BridgeTilt {
  @IsNumber()
  value!: number;

  @IsNumber()
  sd!: number;

  @IsString()
  date!: string;
}

/** How far one foot of an archtop's bridge moved since it was first read, the season taken out, m. */
export class ArchMoved {
  @IsIn(STRING_SIDES)
  side!: 'bass' | 'treble';

  @IsString()
  since!: string;

  @IsString()
  latest!: string;

  /** down negative */
  @IsNumber()
  by!: number;

  @IsNumber()
  sd!: number;

  @IsBoolean()
  real!: boolean;
}

/** A carved top: what is known of its arch. */
export class ArchFacts {
  /** m per %MC */
  @IsNumber()
  rise!: number;

  /** what of its size was not measured, and is taken to be common */
  @IsString({ each: true })
  taken!: string[];

  @NestedList(() => ArchMoved)
  moved!: ArchMoved[];

  /** the whole bend of the string over the saddle, rad; null where it was not read */
  @IsOptional()
  @IsNumber()
  breakAngle!: number | null;

  /** what the wheels have left to turn down, m; null where it was not read */
  @IsOptional()
  @IsNumber()
  bassWheel!: number | null;

  @IsOptional()
  @IsNumber()
  trebleWheel!: number | null;
}

/** What the plate model needs to know of an instrument, and what the forecasts made of it. */
export class TopModel {
  @IsOptional()
  @Nested(() => StoredBodyPlan)
  plan!: StoredBodyPlan | null;

  @IsIn(SPECIES_IDS)
  species!: SpeciesId;

  @IsBoolean()
  laminated!: boolean;

  /** of the top, and of the sphere that it was built on, m; null while not measured */
  @IsOptional()
  @IsNumber()
  thickness!: number | null;

  @IsOptional()
  @IsNumber()
  domeRadius!: number | null;

  /** of the strings over the top at the saddle, m, and their slope towards the nut, rad; null while not measured */
  @IsOptional()
  @IsNumber()
  stringHeight!: number | null;

  @IsOptional()
  @IsNumber()
  stringSlope!: number | null;

  /** sum of the sines of the two break angles over the bridge; null while the angle was not measured */
  @IsOptional()
  @IsNumber()
  downShare!: number | null;

  /** null while it was not measured at pitch */
  @IsOptional()
  @Nested(() => BridgeTilt)
  tilt!: BridgeTilt | null;

  /** null of a flat top */
  @IsOptional()
  @Nested(() => ArchFacts)
  arch!: ArchFacts | null;

  /** where the strings end; null while not known */
  @IsOptional()
  @IsIn(['bridge', 'tailpiece'])
  anchor!: 'bridge' | 'tailpiece' | null;

  /** m; null while not measured */
  @IsOptional()
  @IsNumber()
  bridgeThickness!: number | null;

  @IsOptional()
  @IsNumber()
  plateThickness!: number | null;

  /** of the whole set at pitch, N */
  @IsNumber()
  pull!: number;

  @NestedList(() => RecordedStretch)
  loose!: RecordedStretch[];

  @IsOptional()
  @Nested(() => BellyProfile)
  belly!: BellyProfile | null;

  /** today's wood against that of its building, %MC; null where no air is known */
  @IsOptional()
  @Nested(() => Uncertain)
  moisture!: Uncertain | null;

  /** where the forecasts take from how far this top moves */
  @IsIn(TOP_PRIORS)
  prior!: TopPrior;

  /** solved rise at the saddle line, m per %MC; null while there is none */
  @IsOptional()
  @IsNumber()
  rise!: number | null;

  /** why it could not be solved */
  @IsString()
  refusal!: string;
}
