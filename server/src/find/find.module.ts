import { Module, type DynamicModule } from '@nestjs/common';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { MapModule } from '../map/map.module.js';
import { FindController } from './find.controller.js';
import { FindService } from './find.service.js';

@Module({})
export class FindModule {
  /** @param photographs the module of the program's own pictures */
  static with(photographs: DynamicModule): DynamicModule {
    return {
      module: FindModule,
      imports: [
        ExaminationsModule,
        InstrumentsModule,
        InterventionsModule,
        JobsModule,
        MapModule,
        photographs,
      ],
      controllers: [FindController],
      providers: [FindService],
    };
  }
}
