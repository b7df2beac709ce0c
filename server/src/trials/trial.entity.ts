import type { Tried } from '@upright-elder/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** What was tried on the model of a top. */
@Entity('trial')
@Index('trial_by_instrument', ['instrumentId', 'updatedAt'])
export class TrialEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

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

  @Column({ type: 'text' })
  fingerprint!: string;
}
