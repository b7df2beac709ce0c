import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { MapModule } from '../map/map.module.js';
import { TopsController } from './tops.controller.js';
import { TopsService } from './tops.service.js';

@Module({
  imports: [AirModule, AnalysisModule, InstrumentsModule, MapModule],
  controllers: [TopsController],
  providers: [TopsService],
})
export class TopsModule {}
