import type { InterventionBefore, InterventionChanges } from '@upright-elder/contract';
import type { InterventionKind } from '@upright-elder/core/instrument';
import type { TreatmentId } from '@upright-elder/core/treatments';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** Something that was done to an instrument. */
@Table('intervention')
@Index('intervention_by_date', ['instrumentId', 'date'])
export class InterventionEntity extends VersionedRow {
  @Column({ type: 'text' })
  instrumentId!: string;

  /** the day, or where it most likely lies */
  @Column({ type: 'text' })
  date!: string;

  /** when the day is not known: as it was said, such as “about 2003”; empty where it is */
  @Column({ type: 'text', default: '' })
  roughly!: string;

  /** HH:MM by the shop's clock; null where only the day is known */
  @Column({ type: 'text', nullable: true })
  time!: string | null;

  /** the examination of the same day that it followed */
  @Column({ type: 'text', nullable: true })
  follows!: string | null;

  @Column({ type: 'simple-json' })
  kinds!: InterventionKind[];

  @Column({ type: 'simple-json' })
  treatments!: TreatmentId[];

  /** what of the instrument's facts it changed */
  @Column({ type: 'simple-json' })
  changes!: InterventionChanges;

  @Column({ type: 'text' })
  note!: string;

  /** at the bench, as typed; empty where nobody wrote them down */
  @Column({ type: 'text', default: '' })
  hours!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;

  /** what stood before, oldest first, up to when every save was noted (store/edit.entity.ts) */
  @Column({ type: 'simple-json' })
  corrections!: { at: string; by: string; why: string; was: InterventionBefore }[];
}
