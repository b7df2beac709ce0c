import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { MapModule } from '../map/map.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ToolsModule } from '../tools/tools.module.js';
import { TopSolverModule } from '../tops/top-solver.module.js';
import { ExpectationsService } from './expectations.service.js';
import { Forecaster } from './forecaster.js';
import { ForecastsController } from './forecasts.controller.js';
import { ForecastsService } from './forecasts.service.js';
import { ReforecastService } from './reforecast.service.js';
import { ScorecardsService } from './scorecards.service.js';

@Module({
  imports: [
    AirModule,
    ExaminationsModule,
    InstrumentsModule,
    MapModule,
    ShopModule,
    ToolsModule,
    TopSolverModule,
  ],
  controllers: [ForecastsController],
  providers: [ForecastsService, ExpectationsService, ScorecardsService, Forecaster, ReforecastService],
  exports: [ForecastsService, ReforecastService],
})
export class ForecastsModule {}
