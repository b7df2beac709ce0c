import { GAUGE_UNITS, type GaugeUnit } from './lists/strings.js';
import {
  CORE_MATERIAL_IDS,
  MOST_STRINGS,
  PLAIN_MATERIAL_IDS,
  WINDING_MATERIAL_IDS,
  WINDING_SHAPE_IDS,
  type CoreMaterial,
  type PlainMaterial,
  type StringKind,
  type StringSpec,
  type TypedString,
  type WindingMaterial,
  type WindingShape,
} from '@upright-elder/core/strings';
import { IsBoolean, IsIn, IsInt, IsObject, IsString, Max, MaxLength, Min, IsOptional } from 'class-validator';
import { IsName, NestedList, IsId } from './checks.js';

/** One string of a set as typed. What belongs to a winding is kept, and does not count, while the string is plain. */
export class StringTyped implements TypedString {
  @IsString()
  @MaxLength(40)
  gauge!: string;

  @IsBoolean()
  wound!: boolean;

  @IsIn(PLAIN_MATERIAL_IDS)
  material!: PlainMaterial;

  @IsIn(WINDING_MATERIAL_IDS)
  winding!: WindingMaterial;

  @IsIn(WINDING_SHAPE_IDS)
  shape!: WindingShape;

  @IsIn(CORE_MATERIAL_IDS)
  coreMaterial!: CoreMaterial;

  /** empty where nobody measured it, and the usual one of the gauge is taken */
  @IsString()
  @MaxLength(40)
  core!: string;

  /** sounds an octave above its course */
  @IsBoolean()
  octave!: boolean;
}

/** A string set of the shop's own. */
export class StringSetInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('a set needs a name to be chosen by')
  @MaxLength(80)
  name!: string;

  /** what a bare number of a gauge or core is */
  @IsIn(GAUGE_UNITS)
  unit!: GaugeUnit;

  /** first (thinnest) string first */
  @NestedList(() => StringTyped, { least: 1, most: MOST_STRINGS, few: 'a set has at least one string' })
  typed!: StringTyped[];

  /** two strings a course, which the tuning names once */
  @IsBoolean()
  paired!: boolean;

  /** no longer offered; instruments strung with it keep it */
  @IsBoolean()
  retired!: boolean;

  /** who saves it; null where nobody is picked */
  @IsOptional()
  @IsId()
  by?: string | null;

  /** why what was written down is changed; needed where the answer asks for it */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

/** A string set that instruments can be strung with: the house's, or the shop's own. */
export class StringSetAnswer extends StringSetInput {
  /** the house's own short name, or an id */
  @IsString()
  id!: string;

  /** one of the house's, which cannot be changed */
  @IsBoolean()
  house!: boolean;

  /** as read, lengths m */
  @IsObject({ each: true })
  strings!: StringSpec[];

  @IsString()
  kind!: StringKind;
}

/** A tuning of the shop's own. */
export class TuningInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('a tuning needs a name to be chosen by')
  @MaxLength(80)
  name!: string;

  /** as typed, lowest string first */
  @IsString()
  @MaxLength(120)
  typed!: string;

  @IsBoolean()
  retired!: boolean;

  /** who saves it; null where nobody is picked */
  @IsOptional()
  @IsId()
  by?: string | null;

  /** why what was written down is changed; needed where the answer asks for it */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

export class TuningAnswer extends TuningInput {
  @IsString()
  id!: string;

  @IsBoolean()
  house!: boolean;

  /** MIDI note numbers of strings or courses, first string first */
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(127, { each: true })
  notes!: number[];
}
