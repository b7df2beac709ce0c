import type { IdentityPart, Length, Money, Rod } from '@upright-elder/contract';
import type { Build, NotKnown } from '@upright-elder/core/construction';
import type { InstrumentType } from '@upright-elder/core/instrument';
import type { PlayingStyle, ReliefSchool } from '@upright-elder/core/targets';
import type { SpeciesId } from '@upright-elder/core/wood';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

@Table('instrument')
@Index('instrument_by_name', ['nickname'])
export class InstrumentEntity extends VersionedRow {
  @Column({ type: 'text' })
  nickname!: string;

  @Column({ type: 'text' })
  maker!: string;

  @Column({ type: 'text' })
  identity!: string;

  @Column({ type: 'simple-json' })
  doubtful!: IdentityPart[];

  @Column({ type: 'text', nullable: true })
  ownerId!: string | null;

  @Column({ type: 'text' })
  complaint!: string;

  @Column({ type: 'text' })
  playingStyle!: PlayingStyle | NotKnown;

  @Column({ type: 'text' })
  reliefSchool!: ReliefSchool;

  @Column({ type: 'text', nullable: true })
  homeRoomId!: string | null;

  /** room that it will be kept in; null where it is none that is followed */
  @Column({ type: 'text', nullable: true })
  keptRoomId!: string | null;

  /** humidity that its owner will keep, percent as typed; empty where it is not known */
  @Column({ type: 'text', default: '' })
  keptFrom!: string;

  @Column({ type: 'text', default: '' })
  keptTo!: string;

  @Column({ type: 'text' })
  type!: InstrumentType;

  @Column({ type: 'integer' })
  bodyJoin!: number;

  @Column({ type: 'text' })
  stringSet!: string;

  @Column({ type: 'text', nullable: true })
  designStringSet!: string | null;

  @Column({ type: 'text' })
  tuning!: string;

  @Column({ type: 'simple-json', nullable: true })
  marketValue!: Money | null;

  @Column({ type: 'simple-json', nullable: true })
  worthToOwner!: Money | null;

  @Column({ type: 'simple-json', nullable: true })
  budget!: Money | null;

  @Column({ type: 'text' })
  topSpecies!: SpeciesId | NotKnown;

  @Column({ type: 'boolean' })
  laminatedTop!: boolean;

  @Column({ type: 'simple-json' })
  build!: Build;

  @Column({ type: 'text' })
  construction!: string;

  @Column({ type: 'text' })
  rod!: Rod;

  /** every length as typed and in metres */
  @Column({ type: 'simple-json' })
  scale!: Length;

  @Column({ type: 'simple-json', nullable: true })
  targetBass!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  targetTreble!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  heelDepth!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  heelWidth!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  extension!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  bodyLength!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  bodyWidth!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  archHeight!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  topThickness!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  domeRadius!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  stringHeight!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  stringHeightBefore!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  builtBridge!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  nutWidth!: Length | null;

  @Column({ type: 'simple-json', nullable: true })
  stringSpread!: Length | null;

  @Column({ type: 'text' })
  updatedBy!: string;

  @Column({ type: 'text' })
  updatedAt!: string;

  /** taken back, see strikes/ */
  @Column({ type: 'boolean', default: false })
  struck!: boolean;
}
