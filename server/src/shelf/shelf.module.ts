import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ShelfController } from './shelf.controller.js';
import { ShelfService } from './shelf.service.js';

@Module({
  imports: [AnalysisModule, ExaminationsModule, InstrumentsModule, JobsModule, ShopModule],
  controllers: [ShelfController],
  providers: [ShelfService],
})
export class ShelfModule {}
