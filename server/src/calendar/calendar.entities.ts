import type { Stands, WayId } from '@upright-elder/core/schedule';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** Where somebody put a step, or to whom they gave it; under the step's id. */
@Table('calendar_pin')
export class CalendarPinEntity extends VersionedRow {
  @Index('calendar_pin_of_job')
  @Column({ type: 'text' })
  job!: string;

  /** ms */
  @Column({ type: 'integer', nullable: true })
  start!: number | null;

  @Column({ type: 'text', nullable: true })
  person!: string | null;

  @Column({ type: 'text' })
  why!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}

/** The plan that people go by; there is one. */
@Table('calendar_plan')
export class CalendarPlanEntity extends VersionedRow {
  @Column({ type: 'text' })
  way!: WayId;

  @Column({ type: 'simple-json' })
  steps!: Stands['steps'];

  @Column({ type: 'simple-json' })
  late!: Stands['late'];

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}
