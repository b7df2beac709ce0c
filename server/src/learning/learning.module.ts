import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { PredictionsModule } from '../predictions/predictions.module.js';
import { LearningController } from './learning.controller.js';
import { LearningService } from './learning.service.js';

/** What the shop's own work showed. */
@Module({
  imports: [AnalysisModule, PredictionsModule],
  controllers: [LearningController],
  providers: [LearningService],
  exports: [LearningService],
})
export class LearningModule {}
