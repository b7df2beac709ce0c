import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { PeopleModule } from '../people/people.module.js';
import { CallsController } from './calls.controller.js';
import { CallsService } from './calls.service.js';

/** What people called before the program showed its own. */
@Module({
  imports: [AnalysisModule, InstrumentsModule, PeopleModule],
  controllers: [CallsController],
  providers: [CallsService],
  exports: [CallsService],
})
export class CallsModule {}
