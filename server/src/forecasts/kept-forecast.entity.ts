import type { Promised } from '@upright-elder/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A forecast as it was shown on a day: what a reading on each coming day was promised to be. Never changed. */
@Entity('kept_forecast', { withoutRowid: true })
export class KeptForecastEntity {
  @PrimaryColumn({ type: 'text' })
  instrumentId!: string;

  /** which series, such as `action12.bass` */
  @PrimaryColumn({ type: 'text' })
  key!: string;

  /** date of the last reading it stands on */
  @PrimaryColumn({ type: 'text' })
  basis!: string;

  @PrimaryColumn({ type: 'text' })
  shownOn!: string;

  @Column({ type: 'simple-json' })
  points!: (Promised & { day: number })[];
}
