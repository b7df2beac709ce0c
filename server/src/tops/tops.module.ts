import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { MapModule } from '../map/map.module.js';
import { TopsController } from './tops.controller.js';
import { TopsService } from './tops.service.js';

@Module({
  imports: [AnalysisModule, MapModule],
  controllers: [TopsController],
  providers: [TopsService],
})
export class TopsModule {}
