import type { LogLine } from '@upright-elder/contract';
import { Column, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** A logger's file that was gone through, by its name; a file that has grown is gone through again. */
@Table('log_file')
export class LogFileEntity {
  @PrimaryColumn({ type: 'text' })
  name!: string;

  /** SHA-256 of what it held */
  @Column({ type: 'text' })
  hash!: string;

  @Column({ type: 'text', nullable: true })
  roomId!: string | null;

  @Column({ type: 'text' })
  state!: 'taken' | 'refused';

  @Column({ type: 'text' })
  takenAt!: string;

  @Column({ type: 'integer' })
  readings!: number;

  @Column({ type: 'integer' })
  added!: number;

  @Column({ type: 'integer' })
  skipped!: number;

  @Column({ type: 'simple-json' })
  lines!: LogLine[];

  @Column({ type: 'simple-json' })
  remarks!: string[];
}
