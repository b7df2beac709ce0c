import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** Whose instruments they are. */
@Table('owner')
export class OwnerEntity extends VersionedRow {
  @Column({ type: 'text' })
  name!: string;

  /** ways to reach, as written */
  @Column({ type: 'text' })
  reach!: string;

  @Column({ type: 'text' })
  note!: string;

  /** false: several instruments had the same text for an owner, and nobody looked yet whether it is one */
  @Column({ type: 'boolean' })
  checked!: boolean;

  /** on request; only that there was one is left */
  @Column({ type: 'boolean', default: false })
  erased!: boolean;

  @Column({ type: 'text', nullable: true })
  updatedBy!: string | null;

  @Column({ type: 'text' })
  updatedAt!: string;
}
