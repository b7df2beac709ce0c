import type { ProtocolStage } from '@upright-elder/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

@Entity('protocol')
export class ProtocolEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  about!: string;

  @Column({ type: 'boolean' })
  priced!: boolean;

  @Column({ type: 'boolean' })
  again!: boolean;

  @Column({ type: 'boolean' })
  retired!: boolean;

  @Column({ type: 'simple-json' })
  stages!: ProtocolStage[];

  @Column({ type: 'text' })
  fingerprint!: string;
}
