import type { BodyPlanInput } from '@upright-elder/contract';
import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** The plan of an instrument, under the instrument's own id. */
@Table('plan')
export class BodyPlanEntity extends VersionedRow {
  @Column({ type: 'simple-json' })
  drawn!: Omit<BodyPlanInput, 'version' | 'by'>;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}
