import type { SpotInput, LoadTestKind, LoadTestMoment } from '@upright-elder/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A known weight on a top, and how far it went down, as typed. */
@Entity('weighing')
@Index('weighing_by_date', ['instrumentId', 'date'])
export class LoadTestEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

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

  @Column({ type: 'text' })
  fingerprint!: string;
}
