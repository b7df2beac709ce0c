import type { CallCause } from '@upright-elder/core/calls';
import type { PlanKind } from '@upright-elder/core/plans';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** What a person called before the program showed its own, and what it said then. */
@Entity('first_call')
@Index('first_call_by_instrument', ['instrumentId', 'date'])
export class FirstCallEntity {
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
  cause!: CallCause;

  @Column({ type: 'text' })
  plan!: PlanKind;

  @Column({ type: 'text' })
  programCause!: CallCause;

  @Column({ type: 'text' })
  programPlan!: PlanKind;

  @Column({ type: 'text', nullable: true })
  shown!: CallCause | null;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  @Column({ type: 'text' })
  fingerprint!: string;
}
