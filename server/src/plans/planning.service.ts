import { Injectable } from '@nestjs/common';
import type { Planning } from '@upright-elder/contract';
import { parseMoney } from '@upright-elder/core/units';
import { AnalysisService } from '../analysis/analysis.service.js';
import { CatalogueService } from '../catalogue/catalogue.service.js';
import { Clock } from '../clock.js';
import { LearningService } from '../learning/learning.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { ShopService } from '../shop/shop.service.js';
import { PlansService } from './plans.service.js';

/** Everything that plans are made of: they are made beside the page, while the finger is on a toggle. */
@Injectable()
export class PlanningService {
  constructor(
    private readonly analysis: AnalysisService,
    private readonly instruments: InstrumentsService,
    private readonly shop: ShopService,
    private readonly plans: PlansService,
    private readonly catalogue: CatalogueService,
    private readonly learning: LearningService,
    private readonly clock: Clock,
  ) {}

  async of(id: string): Promise<Planning> {
    const [{ packed, path }, instrument, shop, kept, shops, effects] = await Promise.all([
      this.analysis.of(id),
      this.instruments.get(id),
      this.shop.get(),
      this.plans.ofInstrument(id),
      this.catalogue.ofShop(),
      this.learning.effects(),
    ]);
    const input = await this.analysis.ask('planning', { fit: packed, path, day: this.clock.today() });
    return {
      ...input,
      ...shops,
      money: {
        rate: rateOf(shop),
        marketValue: instrument.marketValue?.amount ?? null,
        worthToOwner: instrument.worthToOwner?.amount ?? null,
        budget: instrument.budget?.amount ?? null,
      },
      currency: shop.currency,
      effects,
      kept,
    };
  }

  /** What an hour costs; null where the shop gave no rate. */
  async rate(): Promise<number | null> {
    return rateOf(await this.shop.get());
  }
}

function rateOf({ rate = '' }: { rate?: string }): number | null {
  const read = parseMoney(rate);
  return read.ok ? read.value : null;
}
