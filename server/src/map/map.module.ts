import { Module } from '@nestjs/common';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { PeopleModule } from '../people/people.module.js';
import { MapController } from './map.controller.js';
import { MapService } from './map.service.js';

@Module({
  imports: [InstrumentsModule, PeopleModule],
  controllers: [MapController],
  providers: [MapService],
  exports: [MapService],
})
export class MapModule {}
