import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { CatalogueModule } from '../catalogue/catalogue.module.js';
import { LearningModule } from '../learning/learning.module.js';
import { PlansModule } from '../plans/plans.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { JudgementController } from './judgement.controller.js';
import { JudgementService } from './judgement.service.js';

@Module({
  imports: [AnalysisModule, CatalogueModule, LearningModule, PlansModule, ShopModule],
  controllers: [JudgementController],
  providers: [JudgementService],
  exports: [JudgementService],
})
export class JudgementModule {}
