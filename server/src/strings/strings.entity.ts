import type { GaugeUnit, StringTyped } from '@upright-elder/contract';
import type { StringSpec } from '@upright-elder/core/strings';
import { Column } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** A string set of the shop's own, as typed and as read. */
@Table('string_set')
export class StringSetEntity extends VersionedRow {
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  unit!: GaugeUnit;

  @Column({ type: 'simple-json' })
  typed!: StringTyped[];

  @Column({ type: 'simple-json' })
  strings!: StringSpec[];

  @Column({ type: 'boolean' })
  paired!: boolean;

  @Column({ type: 'boolean' })
  retired!: boolean;
}

/** A tuning of the shop's own. */
@Table('tuning')
export class TuningEntity extends VersionedRow {
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  typed!: string;

  @Column({ type: 'simple-json' })
  notes!: number[];

  @Column({ type: 'boolean' })
  retired!: boolean;
}
