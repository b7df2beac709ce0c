import { Module, type DynamicModule } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { JudgementModule } from '../judgement/judgement.module.js';
import { MapModule } from '../map/map.module.js';
import { OwnersModule } from '../owners/owners.module.js';
import { PeopleModule } from '../people/people.module.js';
import { PlansModule } from '../plans/plans.module.js';
import { ProtocolsModule } from '../protocols/protocols.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { StringsModule } from '../strings/strings.module.js';
import { FallenTreesService } from './fallen-trees.service.js';
import { GivenPapersService } from './given-papers.service.js';
import { Outgoing } from './outgoing.js';
import { PaperFiles } from './paper-files.js';
import { PapersController } from './papers.controller.js';
import { PapersService } from './papers.service.js';
import { RecordOnPaperService } from './record-on-paper.service.js';

/** Papers of an instrument: what is recorded of it, set for somebody. */
@Module({})
export class PapersModule {
  /**
   * @param photographs the module of the program's own pictures
   * @param dataFolder where papers that were given out are kept
   */
  static with(photographs: DynamicModule, dataFolder: string): DynamicModule {
    return {
      module: PapersModule,
      imports: [
        AnalysisModule,
        ExaminationsModule,
        InstrumentsModule,
        InterventionsModule,
        JobsModule,
        JudgementModule,
        MapModule,
        OwnersModule,
        PeopleModule,
        photographs,
        PlansModule,
        ProtocolsModule,
        ShopModule,
        StringsModule,
      ],
      controllers: [PapersController],
      providers: [
        FallenTreesService,
        GivenPapersService,
        PapersService,
        RecordOnPaperService,
        { provide: Outgoing, useFactory: () => Outgoing.open(dataFolder) },
        { provide: PaperFiles, useFactory: () => PaperFiles.open(dataFolder) },
      ],
    };
  }
}
