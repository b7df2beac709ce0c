import type { RoomKind } from '@upright-elder/contract';
import { Column, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

@Table('room')
export class RoomEntity extends VersionedRow {
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  notes!: string;

  /** the names of its logger's files begin so */
  @Column({ type: 'text', default: '' })
  logger!: string;

  @Column({ type: 'text', default: 'home' })
  kind!: RoomKind;

  /** what its hygrometer shows over each salt, percent as typed; empty where it was not tried */
  @Column({ type: 'text', default: '' })
  saltLow!: string;

  @Column({ type: 'text', default: '' })
  saltHigh!: string;

  /** what the packs in a case hold, percent as typed; empty where it is not known */
  @Column({ type: 'text', default: '' })
  packs!: string;

  /** whose hygrometer it was laid beside; null where it was none of the shop's rooms */
  @Column({ type: 'text', nullable: true })
  besideRoomId!: string | null;

  /** what it showed there, and what the other one showed, percent as typed */
  @Column({ type: 'text', default: '' })
  besideShown!: string;

  @Column({ type: 'text', default: '' })
  besideOther!: string;

  /** rises with every batch of air and with the hygrometer’s correction, so that forecasts know when to be made anew */
  @Column({ type: 'integer', default: 0 })
  airRevision!: number;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;
}

// by room and instant alone, so that it takes half the room and half the time to write
@Table('air_reading', { withoutRowid: true })
export class AirReadingEntity {
  @PrimaryColumn({ type: 'text' })
  roomId!: string;

  /** instant, UTC ISO text */
  @PrimaryColumn({ type: 'text' })
  at!: string;

  /** whole day since 1970-01-01 by the shop's calendar */
  @Column({ type: 'integer' })
  day!: number;

  /** percent */
  @Column({ type: 'real' })
  humidity!: number;

  /** °C */
  @Column({ type: 'real' })
  temperature!: number;

  /** what brought it; null for those of before imports were kept */
  @Column({ type: 'text', nullable: true })
  importId!: string | null;
}

/** Readings that came together, from a file or a hand, so that they can be taken back together. */
@Table('air_import')
export class AirImportEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  roomId!: string;

  /** of the file; empty where they were typed */
  @Column({ type: 'text' })
  name!: string;

  /** UTC ISO text */
  @Column({ type: 'text' })
  at!: string;

  @Column({ type: 'boolean', default: false })
  struck!: boolean;
}

/** Sums over a day's readings, kept by a trigger. */
@Table('air_day', { withoutRowid: true })
export class AirDayEntity {
  @PrimaryColumn({ type: 'text' })
  roomId!: string;

  @PrimaryColumn({ type: 'integer' })
  day!: number;

  @Column({ type: 'integer' })
  readings!: number;

  @Column({ type: 'real' })
  humidity!: number;

  @Column({ type: 'real' })
  temperature!: number;
}
