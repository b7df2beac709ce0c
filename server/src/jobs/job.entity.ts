import type { JobSummary } from '@upright-elder/core/jobs';
import { Column, Index, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** A job as its events come to, worked out with each of them. */
@Table('job')
@Index('job_by_instrument', ['instrumentId'])
@Index('job_open', ['handedOver'])
export class JobEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  instrumentId!: string;

  /** ms */
  @Column({ type: 'integer' })
  openedAt!: number;

  /** ms; null while it is under way */
  @Column({ type: 'integer', nullable: true })
  handedOver!: number | null;

  @Column({ type: 'simple-json' })
  summary!: JobSummary;
}
