import type { BodyPlanInput } from '@upright-elder/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The plan of an instrument, under the instrument's own id. */
@Entity('plan')
export class BodyPlanEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'simple-json' })
  drawn!: Omit<BodyPlanInput, 'version' | 'by'>;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  @Column({ type: 'text' })
  fingerprint!: string;
}
