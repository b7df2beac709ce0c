import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { PathsModule } from '../paths/paths.module.js';
import { MapModule } from '../map/map.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ToolsModule } from '../tools/tools.module.js';
import { AnalysisService } from './analysis.service.js';
import { BackgroundService } from './background.service.js';
import { LearnedTopsService } from './learned-tops.service.js';
import { RecordsService } from './records.service.js';
import { StampsService } from './stamps.service.js';

/** What is worked out of instruments, and kept. */
@Module({
  imports: [
    AirModule,
    ExaminationsModule,
    InstrumentsModule,
    InterventionsModule,
    MapModule,
    PathsModule,
    ShopModule,
    ToolsModule,
  ],
  providers: [LearnedTopsService, RecordsService, StampsService, AnalysisService, BackgroundService],
  exports: [AnalysisService, BackgroundService, StampsService],
})
export class AnalysisModule {}
