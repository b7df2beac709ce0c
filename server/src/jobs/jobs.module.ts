import { Module } from '@nestjs/common';
import { CatalogueModule } from '../catalogue/catalogue.module.js';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { OwnersModule } from '../owners/owners.module.js';
import { PeopleModule } from '../people/people.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { MapModule } from '../map/map.module.js';
import { FinishedSteps } from './finished-steps.js';
import { JobsController } from './jobs.controller.js';
import { JobsService } from './jobs.service.js';
import { WrittenFacts } from './written-facts.js';

@Module({
  imports: [
    PeopleModule,
    CatalogueModule,
    InterventionsModule,
    ShopModule,
    MapModule,
    InstrumentsModule,
    ExaminationsModule,
    OwnersModule,
  ],
  controllers: [JobsController],
  providers: [JobsService, FinishedSteps, WrittenFacts],
  exports: [JobsService],
})
export class JobsModule {}
