import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { PathsModule } from '../paths/paths.module.js';
import { RoomsController } from './rooms.controller.js';
import { RoomsService } from './rooms.service.js';

/** What lies in a room, and what its wood did: where air and instruments meet. */
@Module({
  imports: [
    AirModule,
    AnalysisModule,
    ExaminationsModule,
    InstrumentsModule,
    InterventionsModule,
    PathsModule,
  ],
  controllers: [RoomsController],
  providers: [RoomsService],
})
export class RoomsModule {}
