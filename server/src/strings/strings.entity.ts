import type { GaugeUnit, StringTyped } from '@upright-elder/contract';
import type { StringSpec } from '@upright-elder/core/strings';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A string set of the shop's own, as typed and as read. */
@Entity('string_set')
export class StringSetEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

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

  @Column({ type: 'text' })
  fingerprint!: string;
}

/** A tuning of the shop's own. */
@Entity('tuning')
export class TuningEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  typed!: string;

  @Column({ type: 'simple-json' })
  notes!: number[];

  @Column({ type: 'boolean' })
  retired!: boolean;

  @Column({ type: 'text' })
  fingerprint!: string;
}
