import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { PathsService } from './paths.service.js';

/** Whose air instruments lived in. */
@Module({
  imports: [AirModule, InstrumentsModule, InterventionsModule],
  providers: [PathsService],
  exports: [PathsService, AirModule],
})
export class PathsModule {}
