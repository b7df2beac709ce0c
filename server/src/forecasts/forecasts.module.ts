import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ToolsModule } from '../tools/tools.module.js';
import { TopSolverModule } from '../tops/top-solver.module.js';
import { ExpectationsService } from './expectations.service.js';
import { ForecastsController } from './forecasts.controller.js';
import { ForecastsService } from './forecasts.service.js';

@Module({
  imports: [AirModule, ExaminationsModule, InstrumentsModule, ShopModule, ToolsModule, TopSolverModule],
  controllers: [ForecastsController],
  providers: [ForecastsService, ExpectationsService],
  exports: [ForecastsService],
})
export class ForecastsModule {}
