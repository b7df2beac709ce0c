import type { ShopInput } from '@upright-elder/contract';
import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

@Table('shop')
export class ShopEntity extends VersionedRow {
  @Column({ type: 'simple-json' })
  settings!: Omit<ShopInput, 'version'>;
}
