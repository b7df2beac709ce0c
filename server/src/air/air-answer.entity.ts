import type { AirAnswerSaid } from '@upright-elder/contract';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** What somebody said who was asked about the air that an instrument lived in, or about a log that changed its ways. */
@Table('air_answer')
@Index('air_answer_by_instrument', ['instrumentId'])
@Index('air_answer_by_room', ['roomId'])
export class AirAnswerEntity extends VersionedRow {
  /** of which it is said; null where it is of a room */
  @Column({ type: 'text', nullable: true })
  instrumentId!: string | null;

  @Column({ type: 'text', nullable: true })
  roomId!: string | null;

  @Column({ type: 'text' })
  answer!: AirAnswerSaid;

  /** the days of which it is said, ISO dates; `to` is null where it is said of one day */
  @Column({ type: 'text' })
  from!: string;

  @Column({ type: 'text', nullable: true })
  to!: string | null;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;
}
