import type { ProtocolStage } from '@upright-elder/contract';
import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

@Table('protocol')
export class ProtocolEntity extends VersionedRow {
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  about!: string;

  @Column({ type: 'boolean' })
  priced!: boolean;

  @Column({ type: 'boolean' })
  again!: boolean;

  @Column({ type: 'boolean' })
  retired!: boolean;

  @Column({ type: 'simple-json' })
  stages!: ProtocolStage[];
}
