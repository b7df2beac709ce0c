import type { Role } from '@upright-elder/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The master of a shop was called its owner in rows, and still is there; an owner is an instrument's. */
const ROLE = {
  from: (stored: string): Role => (stored === 'owner' ? 'master' : (stored as Role)),
  to: (role: Role): string => (role === 'master' ? 'owner' : role),
};

@Entity('person')
export class PersonEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text', transformer: ROLE })
  role!: Role;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;

  /** fingerprint of the body that was saved last, to know a repeated request */
  @Column({ type: 'text' })
  fingerprint!: string;
}
