import type { Tried } from '@upright-elder/contract';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** What was tried on the model of a top. */
@Table('trial')
@Index('trial_by_instrument', ['instrumentId', 'updatedAt'])
export class TrialEntity extends VersionedRow {
  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'simple-json' })
  tried!: Tried;

  @Column({ type: 'boolean' })
  forWork!: boolean;

  @Column({ type: 'boolean' })
  putAway!: boolean;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}
