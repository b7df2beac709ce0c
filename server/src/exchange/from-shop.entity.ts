import { Column, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** Which shop wrote a row that came in: it stays as that shop wrote it. */
@Table('from_shop', { withoutRowid: true })
export class FromShopEntity {
  @PrimaryColumn({ type: 'text' })
  tableName!: string;

  @PrimaryColumn({ type: 'text' })
  rowId!: string;

  @Column({ type: 'text' })
  shopId!: string;

  @Column({ type: 'text' })
  shopName!: string;

  /** when it was taken in, UTC ISO text */
  @Column({ type: 'text' })
  at!: string;
}
