import type { MarkCorrection, Sighting } from '@upright-elder/contract';
import type { Face, MarkKind } from '@upright-elder/core/body-plan';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** A mark with everything that was ever seen of it: one row, so that none is ever half there. */
@Table('mark')
@Index('mark_by_instrument', ['instrumentId'])
export class MarkEntity extends VersionedRow {
  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text' })
  face!: Face;

  @Column({ type: 'text' })
  kind!: MarkKind;

  @Column({ type: 'text', nullable: true })
  brace!: string | null;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'simple-json' })
  sightings!: Sighting[];

  /** what earlier days had seen before they were corrected, up to when every save was noted (store/edit.entity.ts) */
  @Column({ type: 'simple-json' })
  corrections!: Omit<MarkCorrection, 'byName'>[];

  @Column({ type: 'boolean' })
  struck!: boolean;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}
