import type { SpotInput, LoadTestKind, LoadTestMoment } from '@upright-elder/contract';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** A known weight on a top, and how far it went down, as typed. */
@Table('weighing')
@Index('weighing_by_date', ['instrumentId', 'date'])
export class LoadTestEntity extends VersionedRow {
  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text' })
  date!: string;

  @Column({ type: 'text' })
  kind!: LoadTestKind;

  @Column({ type: 'text' })
  moment!: LoadTestMoment;

  @Column({ type: 'text' })
  weight!: string;

  @Column({ type: 'boolean' })
  planChecked!: boolean;

  @Column({ type: 'simple-json' })
  spots!: SpotInput[];

  @Column({ type: 'text' })
  note!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;
}
