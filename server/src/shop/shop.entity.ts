import type { ShopInput } from '@upright-elder/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

@Entity('shop')
export class ShopEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'simple-json' })
  settings!: Omit<ShopInput, 'version'>;

  @Column({ type: 'text' })
  fingerprint!: string;
}
