import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { RoomsController } from './rooms.controller.js';
import { RoomsService } from './rooms.service.js';

/** What lies in a room, and what its wood did: where air and instruments meet. */
@Module({
  imports: [AirModule, AnalysisModule, ExaminationsModule, InstrumentsModule],
  controllers: [RoomsController],
  providers: [RoomsService],
})
export class RoomsModule {}
