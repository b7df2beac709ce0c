import type { Tree, TreeAssumed } from '@upright-elder/core/tree';
import type { PlanKind } from '@upright-elder/core/repair-plans';
import type { TreatmentId } from '@upright-elder/core/treatments';
import { Column, Index, PrimaryColumn } from 'typeorm';
import { Table } from '../store/tables.js';

/** What an owner was told that a plan may come to, and from what it was said. It is never changed. */
@Table('tree_said')
@Index('tree_said_of', ['instrumentId', 'day'])
export class TreeSaidEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  instrumentId!: string;

  /** the papers in which it stood */
  @Column({ type: 'text' })
  paper!: string;

  @Column({ type: 'text' })
  day!: string;

  @Column({ type: 'simple-json' })
  plan!: { kinds: PlanKind[]; ids: TreatmentId[]; chosen?: boolean };

  /** fingerprint of the program that said it */
  @Column({ type: 'text' })
  program!: string;

  /** fingerprint of what was recorded */
  @Column({ type: 'text' })
  evidence!: string;

  @Column({ type: 'simple-json' })
  assumed!: TreeAssumed;

  /** with its seed and its draws; ways with chance, treatments, hours, money, days */
  @Column({ type: 'simple-json' })
  tree!: Tree;

  /** as it was worded */
  @Column({ type: 'simple-json' })
  said!: string[];
}
