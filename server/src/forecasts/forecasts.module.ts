import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { PathsModule } from '../paths/paths.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ToolsModule } from '../tools/tools.module.js';
import { ExpectationsService } from './expectations.service.js';
import { ForecastsController } from './forecasts.controller.js';
import { ForecastsService } from './forecasts.service.js';
import { PathsController } from './paths.controller.js';
import { ScorecardsService } from './scorecards.service.js';

@Module({
  imports: [AnalysisModule, ExaminationsModule, InstrumentsModule, PathsModule, ShopModule, ToolsModule],
  controllers: [ForecastsController, PathsController],
  providers: [ForecastsService, ExpectationsService, ScorecardsService],
})
export class ForecastsModule {}
