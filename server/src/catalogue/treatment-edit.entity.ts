import type { TreatmentInput } from '@upright-elder/contract';
import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** What the shop says of a treatment: a change of the catalogue's, or one of its own. */
@Table('treatment_edit')
export class TreatmentEditEntity extends VersionedRow {
  /** of the catalogue, or a new one */
  @Column({ type: 'boolean' })
  own!: boolean;

  @Column({ type: 'simple-json' })
  values!: Omit<TreatmentInput, 'version' | 'by' | 'putAway'>;

  @Column({ type: 'boolean' })
  putAway!: boolean;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}
