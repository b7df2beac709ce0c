import { GAUGE_KINDS } from './lists/gauges.js';
import { type Gauge } from '@upright-elder/core/readings';
import { IsBoolean, IsIn, IsNumber, IsOptional, IsString } from 'class-validator';
import { NestedList } from './checks.js';
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

  @NestedList(() => GaugeShown)
  gauges!: GaugeShown[];
}
