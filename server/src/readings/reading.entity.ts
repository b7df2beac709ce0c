import type { QuantityId, ReadingUnit, ReadPlace } from '@upright-elder/core/readings';
import { Column, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

@Table('reading')
export class ReadingEntity {
  @PrimaryColumn({ type: 'text' })
  examinationId!: string;

  @PrimaryColumn({ type: 'text' })
  quantity!: QuantityId;

  @PrimaryColumn({ type: 'text' })
  place!: ReadPlace;

  @Column({ type: 'text' })
  text!: string;

  @Column({ type: 'text' })
  unit!: ReadingUnit;

  /** every repeat, m, rad or cents */
  @Column({ type: 'simple-json' })
  readings!: number[];

  /** null for readings of before tools were kept: the usual one of the quantity */
  @Column({ type: 'text', nullable: true })
  tool!: string | null;

  /** who read it, or corrected it last */
  @Column({ type: 'text' })
  by!: string;
}
