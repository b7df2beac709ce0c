import { Module } from '@nestjs/common';
import { PeopleModule } from '../people/people.module.js';
import { ProtocolsModule } from '../protocols/protocols.module.js';
import { ReadingsModule } from '../readings/readings.module.js';
import { ToolsModule } from '../tools/tools.module.js';
import { ExaminationsController } from './examinations.controller.js';
import { ExaminationsService } from './examinations.service.js';

@Module({
  imports: [PeopleModule, ProtocolsModule, ReadingsModule, ToolsModule],
  controllers: [ExaminationsController],
  providers: [ExaminationsService],
  exports: [ExaminationsService],
})
export class ExaminationsModule {}
