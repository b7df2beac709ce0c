import { GAUGES, type Gauge } from '@upright-elder/core';
import { Type } from 'class-transformer';
import { IsArray, IsBoolean, IsIn, IsNumber, IsOptional, IsString, ValidateNested } from 'class-validator';

export const GAUGE_KINDS = GAUGES;
export type GaugeKind = Gauge;

/** What one gauge of the box shows now. */
export class GaugeShown {
  @IsIn(GAUGE_KINDS)
  kind!: GaugeKind;

  /** as it goes into a field: `2.78 mm`, `0.4°`, `8.5 %` */
  @IsString()
  text!: string;

  /** m, rad or %MC; null while it is lifted off */
  @IsOptional()
  @IsNumber()
  value!: number | null;

  /** it stands still: its value may be taken */
  @IsBoolean()
  steady!: boolean;
}

/** The gauge box as the server hears it. */
export class GaugesNow {
  /** no box is set up at all */
  @IsBoolean()
  setUp!: boolean;

  @IsBoolean()
  connected!: boolean;

  @IsString()
  box!: string;

  @IsArray()
  @ValidateNested({ each: true })
  @Type(() => GaugeShown)
  gauges!: GaugeShown[];
}
