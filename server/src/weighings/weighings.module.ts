import { Module } from '@nestjs/common';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { PeopleModule } from '../people/people.module.js';
import { WeighingsController } from './weighings.controller.js';
import { WeighingsService } from './weighings.service.js';

/** Weights on a top: spots over the braces, or the bridge. */
@Module({
  imports: [InstrumentsModule, PeopleModule],
  controllers: [WeighingsController],
  providers: [WeighingsService],
})
export class WeighingsModule {}
