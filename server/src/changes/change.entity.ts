import { Column, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** When each subject was changed last; written by triggers with every row, in the same transaction. */
@Table('change', { withoutRowid: true })
export class ChangeEntity {
  @PrimaryColumn({ type: 'text' })
  subject!: string;

  /** of the instrument or room; empty where there is one of the subject */
  @PrimaryColumn({ type: 'text' })
  id!: string;

  /** rises with every change of anything */
  @Column({ type: 'integer' })
  revision!: number;
}
