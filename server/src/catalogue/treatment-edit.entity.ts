import type { TreatmentInput } from '@upright-elder/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What the shop says of a treatment: a change of the catalogue's, or one of its own. */
@Entity('treatment_edit')
export class TreatmentEditEntity {
  /** of the catalogue, or a new one */
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'boolean' })
  own!: boolean;

  @Column({ type: 'simple-json' })
  values!: Omit<TreatmentInput, 'version' | 'by' | 'putAway'>;

  @Column({ type: 'boolean' })
  putAway!: boolean;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  @Column({ type: 'text' })
  fingerprint!: string;
}
