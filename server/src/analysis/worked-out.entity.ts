import type { ForecastCheck, Taught, ShownForecast, StrungTopFacts } from '@upright-elder/core/instrument';
import { Column, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';
import type { WorkedOutCard } from './worked-out-card.js';

/** What the plate model found for an instrument's plan, and what it was found from. */
@Table('solved_top')
export class SolvedTopEntity {
  /** the instrument */
  @PrimaryColumn({ type: 'text' })
  id!: string;

  /** of everything that was asked; another one and it counts no more */
  @Column({ type: 'text' })
  fingerprint!: string;

  /** rise at the saddle line, m per %MC, of a solid top; null where it could not be solved */
  @Column({ type: 'real', nullable: true })
  rise!: number | null;

  /** how much of its shrinking across the grain braces and rim hold back, 0 to 1; null where it could not be solved */
  @Column({ type: 'real', nullable: true })
  restraint!: number | null;

  /** by what factor it breathes differently since an intervention, by its id */
  @Column({ type: 'simple-json' })
  breathes!: Record<string, number>;

  /** what its strings do to it, and how its belly stands against that; null where it could not be solved */
  @Column({ type: 'simple-json', nullable: true })
  strung!: StrungTopFacts | null;

  /** fingerprint of what is loose and how the belly stood, with all else that was asked */
  @Column({ type: 'text', default: '' })
  strungFor!: string;

  /** why it could not be solved */
  @Column({ type: 'text' })
  refusal!: string;
}

/** What was worked out of an instrument, and what it was worked out from. */
@Table('worked_out')
export class WorkedOutEntity {
  @PrimaryColumn({ type: 'text' })
  instrumentId!: string;

  /** what the change record said of everything that it stands on: the same, and nothing was written since */
  @Column({ type: 'text' })
  stamp!: string;

  /** of everything that it was worked out from */
  @Column({ type: 'text' })
  fingerprint!: string;

  /** whole day that the card was read off for */
  @Column({ type: 'integer' })
  day!: number;

  /** the fit, as workers/tasks.ts packs it */
  @Column({ type: 'blob' })
  fit!: Buffer;

  @Column({ type: 'simple-json' })
  card!: WorkedOutCard;

  /** forecasts held against the readings that came */
  @Column({ type: 'simple-json' })
  checks!: ForecastCheck[];

  /** what its own before and after says of what treatments do */
  @Column({ type: 'simple-json' })
  taught!: Taught;
}

/** A forecast as it was shown on a day, kept until its reading comes; never changed. */
@Table('kept_forecast', { withoutRowid: true })
export class ShownForecastEntity implements ShownForecast {
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
  points!: ShownForecast['points'];
}
