import type { GivenWay } from '@upright-elder/contract';
import type { Audience, PaperId, PaperSize, WaySaid } from '@upright-elder/core/papers';
import type { HeightUnit } from '@upright-elder/core/units';
import { Column, Index, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** A row that a paper stood on, as it was then. */
export interface StoodOn {
  table: string;
  id: string;
  version: number;
}

/** Papers that were given out together, as one file. It is never changed. */
@Table('paper_given')
@Index('paper_given_of', ['instrumentId', 'at'])
export class PaperGivenEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  instrumentId!: string;

  /** whose it was then; null where nobody was named */
  @Column({ type: 'text', nullable: true })
  ownerId!: string | null;

  /** UTC ISO text */
  @Column({ type: 'text' })
  at!: string;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'simple-json' })
  papers!: PaperId[];

  @Column({ type: 'text' })
  audience!: Audience;

  @Column({ type: 'text' })
  size!: PaperSize;

  @Column({ type: 'text', nullable: true })
  heights!: HeightUnit | null;

  @Column({ type: 'boolean' })
  ownerName!: boolean;

  @Column({ type: 'boolean' })
  prices!: boolean;

  @Column({ type: 'boolean' })
  shopNotes!: boolean;

  /** to whom, as it was written */
  @Column({ type: 'text' })
  to!: string;

  @Column({ type: 'text' })
  way!: GivenWay;

  /** SHA-256 of the file, which is its name */
  @Column({ type: 'text' })
  file!: string;

  @Column({ type: 'integer' })
  bytes!: number;

  @Column({ type: 'simple-json' })
  versions!: Partial<Record<PaperId, number>>;

  /** what the estimate in it said of each way; empty where none is in it */
  @Column({ type: 'simple-json' })
  ways!: WaySaid[];

  @Column({ type: 'simple-json' })
  stoodOn!: StoodOn[];
}
