import { Module } from '@nestjs/common';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { PeopleModule } from '../people/people.module.js';
import { LoadTestsController } from './load-tests.controller.js';
import { LoadTestsService } from './load-tests.service.js';

/** Weights on a top: spots over the braces, or the bridge. */
@Module({
  imports: [InstrumentsModule, PeopleModule],
  controllers: [LoadTestsController],
  providers: [LoadTestsService],
})
export class LoadTestsModule {}
