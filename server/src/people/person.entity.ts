import type { Role } from '@upright-elder/contract';
import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** The master of a shop was called its owner in rows, and still is there; an owner is an instrument's. */
const ROLE = {
  from: (stored: string): Role => (stored === 'owner' ? 'master' : (stored as Role)),
  to: (role: Role): string => (role === 'master' ? 'owner' : role),
};

@Table('person')
export class PersonEntity extends VersionedRow {
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text', transformer: ROLE })
  role!: Role;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;
}
