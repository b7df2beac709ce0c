import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { AnalysisModule } from '../analysis/analysis.module.js';
import { CalendarModule } from '../calendar/calendar.module.js';
import { CatalogueModule } from '../catalogue/catalogue.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { PeopleModule } from '../people/people.module.js';
import { PlansModule } from '../plans/plans.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { SeasonController } from './season.controller.js';
import { SeasonService } from './season.service.js';

/** A season's plan for a collection, and rounds. */
@Module({
  imports: [
    AirModule,
    AnalysisModule,
    CalendarModule,
    CatalogueModule,
    ExaminationsModule,
    InstrumentsModule,
    JobsModule,
    PeopleModule,
    PlansModule,
    ShopModule,
  ],
  controllers: [SeasonController],
  providers: [SeasonService],
})
export class SeasonModule {}
