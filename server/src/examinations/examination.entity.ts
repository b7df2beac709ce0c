import type { Conditions } from '@upright-elder/contract';
import type { QuantityId, ReadingUnit, Side } from '@upright-elder/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

@Entity('examination')
@Index('examination_by_date', ['instrumentId', 'date'])
export class ExaminationEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  date!: string;

  @Column({ type: 'simple-json' })
  conditions!: Conditions;

  @Column({ type: 'text' })
  notes!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  @Column({ type: 'text' })
  fingerprint!: string;
}

@Entity('reading')
export class ReadingEntity {
  @PrimaryColumn({ type: 'text' })
  examinationId!: string;

  @PrimaryColumn({ type: 'text' })
  quantity!: QuantityId;

  @PrimaryColumn({ type: 'text' })
  side!: Side;

  @Column({ type: 'text' })
  text!: string;

  @Column({ type: 'text' })
  unit!: ReadingUnit;

  /** every repeat, m or rad */
  @Column({ type: 'simple-json' })
  readings!: number[];
}

/** Readings are evidence: what a correction replaced stays, with who and when. */
@Entity('reading_correction')
@Index('reading_correction_by_examination', ['examinationId'])
export class ReadingCorrectionEntity {
  @PrimaryColumn({ type: 'integer', generated: 'increment' })
  id!: number;

  @Column({ type: 'text' })
  examinationId!: string;

  @Column({ type: 'text' })
  quantity!: QuantityId;

  @Column({ type: 'text' })
  side!: Side;

  /** what was typed before, with its unit where it was a bare number */
  @Column({ type: 'text' })
  text!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  at!: string;
}
