import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { CatalogueModule } from '../catalogue/catalogue.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { LearningModule } from '../learning/learning.module.js';
import { PeopleModule } from '../people/people.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { PlanningService } from './planning.service.js';
import { PlansController } from './plans.controller.js';
import { PlansService } from './plans.service.js';

/** Plans of repair: what they are made of, and those that are kept. */
@Module({
  imports: [AnalysisModule, CatalogueModule, InstrumentsModule, LearningModule, PeopleModule, ShopModule],
  controllers: [PlansController],
  providers: [PlansService, PlanningService],
  exports: [PlansService, PlanningService],
})
export class PlansModule {}
