import { Module } from '@nestjs/common';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { StringsModule } from '../strings/strings.module.js';
import { PeopleModule } from '../people/people.module.js';
import { TrialsController } from './trials.controller.js';
import { TrialsService } from './trials.service.js';

/** What was tried on the model of a top, kept with the instrument. */
@Module({
  imports: [InstrumentsModule, PeopleModule, StringsModule],
  controllers: [TrialsController],
  providers: [TrialsService],
})
export class TrialsModule {}
