import type { Dimension, ReadingUnit } from '@upright-elder/core/readings';
import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

@Table('tool')
export class ToolEntity extends VersionedRow {
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  dimension!: Dimension;

  /** errors as typed, and in the SI unit of what it reads */
  @Column({ type: 'text' })
  resolution!: string;

  @Column({ type: 'text' })
  repeatability!: string;

  @Column({ type: 'text' })
  unit!: ReadingUnit;

  @Column({ type: 'real' })
  resolutionValue!: number;

  @Column({ type: 'real' })
  believedValue!: number;

  @Column({ type: 'boolean' })
  retired!: boolean;
}
