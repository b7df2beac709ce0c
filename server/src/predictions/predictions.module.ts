import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { PeopleModule } from '../people/people.module.js';
import { PredictionsController } from './predictions.controller.js';
import { PredictionsService } from './predictions.service.js';

/** What people predicted before the program showed its own. */
@Module({
  imports: [AnalysisModule, InstrumentsModule, PeopleModule],
  controllers: [PredictionsController],
  providers: [PredictionsService],
  exports: [PredictionsService],
})
export class PredictionsModule {}
