import type { PredictedCause } from '@upright-elder/core/predictions';
import type { PlanKind } from '@upright-elder/core/repair-plans';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** What a person predicted before the program showed its own, and what it said then. */
@Entity('first_call')
@Index('first_call_by_instrument', ['instrumentId', 'date'])
export class PredictionEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text', nullable: true })
  examinationId!: string | null;

  @Column({ type: 'text' })
  date!: string;

  @Column({ type: 'text' })
  cause!: PredictedCause;

  @Column({ type: 'text' })
  plan!: PlanKind;

  @Column({ type: 'text' })
  programCause!: PredictedCause;

  @Column({ type: 'text' })
  programPlan!: PlanKind;

  @Column({ type: 'text', nullable: true })
  shown!: PredictedCause | null;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  @Column({ type: 'text' })
  fingerprint!: string;
}
