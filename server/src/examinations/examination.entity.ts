import type { Conditions, Money } from '@upright-elder/contract';
import type { PointId, StateId, Verdict } from '@upright-elder/core/readings';
import { Column, Index, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

@Table('examination')
@Index('examination_by_date', ['instrumentId', 'date'])
export class ExaminationEntity extends VersionedRow {
  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  date!: string;

  @Column({ type: 'simple-json' })
  conditions!: Conditions;

  @Column({ type: 'text' })
  protocol!: string;

  @Column({ type: 'simple-json', nullable: true })
  askingPrice!: Money | null;

  @Column({ type: 'text' })
  notes!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;
}

/** What was looked at, and what it ended in. */
@Table('finding')
export class PointFindingEntity {
  @PrimaryColumn({ type: 'text' })
  examinationId!: string;

  @PrimaryColumn({ type: 'text' })
  point!: PointId;

  @Column({ type: 'simple-json' })
  states!: StateId[];

  @Column({ type: 'text' })
  verdict!: Verdict;

  @Column({ type: 'text', nullable: true })
  frets!: string | null;

  @Column({ type: 'text' })
  words!: string;

  @Column({ type: 'simple-json', nullable: true })
  allowance!: Money | null;

  @Column({ type: 'text' })
  by!: string;
}

/** An examination is evidence: what a correction replaced stays, with who, when and why. */
@Table('correction')
@Index('reading_correction_by_examination', ['examinationId'])
export class CorrectionEntity {
  @PrimaryColumn({ type: 'integer', generated: 'increment' })
  id!: number;

  @Column({ type: 'text' })
  examinationId!: string;

  /** the quantity, point or condition */
  @Column({ type: 'text' })
  line!: string;

  /** the place of a reading; empty for anything else */
  @Column({ type: 'text' })
  place!: string;

  /** what stood before, with its unit where it was a bare number */
  @Column({ type: 'text' })
  text!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  at!: string;

  @Column({ type: 'text' })
  why!: string;
}
