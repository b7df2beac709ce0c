import type { PlanSettings } from '@upright-elder/contract';
import type { PlanKind } from '@upright-elder/core/repair-plans';
import type { TreatmentId } from '@upright-elder/core/treatments';
import { Column, Index } from 'typeorm';
import { Table } from '../store/tables.js';
import { VersionedRow } from '../store/versioned-row.js';

/** A plan of repair that is kept with an instrument. */
@Table('repair_plan')
@Index('repair_plan_by_instrument', ['instrumentId', 'updatedAt'])
export class RepairPlanEntity extends VersionedRow {
  @Column({ type: 'text' })
  instrumentId!: string;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text', nullable: true })
  kind!: PlanKind | null;

  @Column({ type: 'simple-json' })
  treatments!: TreatmentId[];

  @Column({ type: 'simple-json' })
  own!: string[];

  @Column({ type: 'simple-json' })
  settings!: PlanSettings;

  @Column({ type: 'simple-json' })
  promised!: string[];

  @Column({ type: 'text', nullable: true })
  basedOn!: string | null;

  @Column({ type: 'boolean' })
  chosen!: boolean;

  @Column({ type: 'boolean' })
  putAway!: boolean;

  @Column({ type: 'text' })
  by!: string;

  @Column({ type: 'text' })
  updatedAt!: string;
}
