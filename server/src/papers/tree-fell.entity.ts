import type { WayKey } from '@upright-elder/core/tree';
import { Column, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** Where what was said that a plan may come to fell, and what was really done. */
@Table('tree_fell')
export class TreeFellEntity {
  /** of what was said */
  @PrimaryColumn({ type: 'text' })
  said!: string;

  @Column({ type: 'text' })
  state!: 'read' | 'void';

  /** why it is void; empty where it was read */
  @Column({ type: 'text' })
  why!: 'other work' | 'another target' | 'read again' | '';

  /** by which it fell */
  @Column({ type: 'text', nullable: true })
  examination!: string | null;

  @Column({ type: 'text', nullable: true })
  day!: string | null;

  /** the way on by the same rules */
  @Column({ type: 'text', nullable: true })
  key!: WayKey | null;

  /** the way that was gone, and by whom; null until it was handed over */
  @Column({ type: 'text', nullable: true })
  chosen!: WayKey | null;

  @Column({ type: 'text', nullable: true })
  chosenBy!: string | null;

  /** of the whole job at the bench, h, and from its opening to its handing over, days */
  @Column({ type: 'real', nullable: true })
  hours!: number | null;

  @Column({ type: 'integer', nullable: true })
  days!: number | null;
}
