import { Column, Index, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** An event of a job, as its device wrote it. It is never changed. */
@Table('bench_event')
@Index('bench_event_of_job', ['job', 'stamp'])
export class BenchEventEntity {
  /** in the order of arriving: for what is new since, never for what came first */
  @PrimaryColumn({ type: 'integer' })
  arrived!: number;

  @Column({ type: 'text', unique: true })
  id!: string;

  @Column({ type: 'text' })
  job!: string;

  @Column({ type: 'text' })
  kind!: string;

  @Column({ type: 'text', nullable: true })
  step!: string | null;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'simple-json' })
  with!: string[];

  @Column({ type: 'text' })
  device!: string;

  @Column({ type: 'integer' })
  clockRun!: number;

  @Column({ type: 'integer' })
  seq!: number;

  /** ms */
  @Column({ type: 'integer' })
  at!: number;

  @Column({ type: 'integer' })
  stamp!: number;

  @Column({ type: 'integer' })
  v!: number;

  @Column({ type: 'simple-json' })
  uses!: string[];

  @Column({ type: 'simple-json' })
  body!: object;

  /** of the event as sent: the same id with another body is refused */
  @Column({ type: 'text' })
  fingerprint!: string;
}
