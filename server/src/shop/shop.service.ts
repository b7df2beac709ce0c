import { Injectable } from '@nestjs/common';
import type { Shop, ShopInput } from '@upright-elder/contract';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { saveVersioned } from '../database/versioned.js';
import { withBothCopies } from '../http/problem.js';
import { sayerIn } from './sayer.js';
import { ShopEntity } from './shop.entity.js';

/** There is one shop to a data folder. */
const ONLY = 'shop';

const FIRST: Omit<ShopInput, 'version'> = {
  name: 'Our workshop',
  units: {},
  tools: {},
  currency: '',
  temperatureUnit: '°C',
  sayIn: '64ths',
};

@Injectable()
export class ShopService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async get(): Promise<Shop> {
    const row = await this.database.read.findOneBy(ShopEntity, { id: ONLY });
    return { ...FIRST, ...row?.settings, version: row?.version ?? 0, today: this.clock.date() };
  }

  async save(input: ShopInput): Promise<Shop> {
    const { version, ...settings } = input;
    await withBothCopies(
      () =>
        this.database.write((manager) =>
          saveVersioned(manager, ShopEntity, ONLY, version, input, { settings }),
        ),
      () => this.get(),
      input,
    );
    return this.get();
  }

  /** How this shop says a height. */
  async sayer(): Promise<(metres: number) => string> {
    return sayerIn((await this.get()).sayIn);
  }
}
