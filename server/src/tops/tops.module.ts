import { Module } from '@nestjs/common';
import { ForecastsModule } from '../forecasts/forecasts.module.js';
import { MapModule } from '../map/map.module.js';
import { TopSolverModule } from './top-solver.module.js';
import { TopsController } from './tops.controller.js';
import { TopsService } from './tops.service.js';

@Module({
  imports: [ForecastsModule, MapModule, TopSolverModule],
  controllers: [TopsController],
  providers: [TopsService],
})
export class TopsModule {}
