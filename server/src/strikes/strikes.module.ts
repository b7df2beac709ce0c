import { Global, Module } from '@nestjs/common';
import { PeopleModule } from '../people/people.module.js';
import { StrikesController } from './strikes.controller.js';
import { StrikesService } from './strikes.service.js';

/** Global, since nearly everything can be taken back. */
@Global()
@Module({
  imports: [PeopleModule],
  controllers: [StrikesController],
  providers: [StrikesService],
  exports: [StrikesService],
})
export class StrikesModule {}
