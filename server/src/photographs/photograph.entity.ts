import type { Spot } from '@upright-elder/contract';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

@Table('photograph')
@Index('photograph_by_instrument', ['instrumentId', 'takenOn'])
@Index('photograph_by_picture', ['picture'])
export class PhotographEntity extends VersionedRow {
  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text', nullable: true })
  examinationId!: string | null;

  /** the mark on the map that it is of */
  @Column({ type: 'text', nullable: true })
  markId!: string | null;

  /** name of the stored picture: the SHA-256 of its bytes */
  @Column({ type: 'text' })
  picture!: string;

  @Column({ type: 'integer' })
  width!: number;

  @Column({ type: 'integer' })
  height!: number;

  @Column({ type: 'text' })
  takenOn!: string;

  @Column({ type: 'text' })
  spot!: Spot;

  @Column({ type: 'text' })
  note!: string;

  @Column({ type: 'boolean' })
  putAway!: boolean;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  addedAt!: string;
}
