import type { Spot } from '@upright-elder/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

@Entity('photograph')
@Index('photograph_by_instrument', ['instrumentId', 'takenOn'])
@Index('photograph_by_picture', ['picture'])
export class PhotographEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

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

  @Column({ type: 'text' })
  fingerprint!: string;
}
