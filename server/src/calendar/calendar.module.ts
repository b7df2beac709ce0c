import { Module } from '@nestjs/common';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { CatalogueModule } from '../catalogue/catalogue.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { PeopleModule } from '../people/people.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { CalendarController } from './calendar.controller.js';
import { CalendarHandService } from './calendar-hand.service.js';
import { CalendarService } from './calendar.service.js';

/** The weeks ahead of everything that is under way. */
@Module({
  imports: [AnalysisModule, CatalogueModule, JobsModule, PeopleModule, ShopModule],
  controllers: [CalendarController],
  providers: [CalendarHandService, CalendarService],
  exports: [CalendarService],
})
export class CalendarModule {}
