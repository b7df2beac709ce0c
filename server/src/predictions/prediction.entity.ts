import type { PredictedCause } from '@upright-elder/core/predictions';
import type { PlanKind } from '@upright-elder/core/repair-plans';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** What a person predicted before the program showed its own, and what it said then. */
/** What is not there yet is empty in its row, as the column of before took no null. */
const NOT_YET = {
  from: (stored: string): string | null => stored || null,
  to: (said: string | null): string => said ?? '',
};

@Table('first_call')
@Index('first_call_by_instrument', ['instrumentId', 'date'])
export class PredictionEntity extends VersionedRow {
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

  /** what the program said; null while it has not, or where something was written before it could */
  @Column({ type: 'text', transformer: NOT_YET })
  programCause!: PredictedCause | null;

  @Column({ type: 'text', transformer: NOT_YET })
  programPlan!: PlanKind | null;

  /** of the instrument in the change record when it was made; 0 of before that was noted */
  @Column({ type: 'integer', default: 0 })
  revision!: number;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;

  @Column({ type: 'text', nullable: true })
  shown!: PredictedCause | null;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}
