import { Column, PrimaryColumn } from 'typeorm';
import { Table, type EditedTable } from './tables.js';

/** One save of one row: who, when, why, and what stood before. Written with the row, and never changed. */
@Table('edit', { withoutRowid: true })
export class EditEntity {
  @PrimaryColumn({ type: 'text' })
  tableName!: EditedTable;

  @PrimaryColumn({ type: 'text' })
  rowId!: string;

  /** the edit version that this save made */
  @PrimaryColumn({ type: 'integer' })
  version!: number;

  @Column({ type: 'text' })
  at!: string;

  /** null where nobody said */
  @Column({ type: 'text', nullable: true })
  by!: string | null;

  /** empty where none was asked for */
  @Column({ type: 'text' })
  why!: string;

  /** the columns that it changed as they were; null of the first save */
  @Column({ type: 'simple-json', nullable: true })
  was!: Record<string, unknown> | null;
}
