import { Module } from '@nestjs/common';
import { CatalogueModule } from '../catalogue/catalogue.module.js';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { PeopleModule } from '../people/people.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { FinishedSteps } from './finished-steps.js';
import { JobsController } from './jobs.controller.js';
import { JobsService } from './jobs.service.js';

@Module({
  imports: [PeopleModule, CatalogueModule, InterventionsModule, ShopModule],
  controllers: [JobsController],
  providers: [JobsService, FinishedSteps],
  exports: [JobsService],
})
export class JobsModule {}
