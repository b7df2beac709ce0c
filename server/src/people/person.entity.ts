import type { Role } from '@upright-elder/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

@Entity('person')
export class PersonEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  role!: Role;

  /** fingerprint of the body that was saved last, to know a repeated request */
  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;

  @Column({ type: 'text' })
  fingerprint!: string;
}
