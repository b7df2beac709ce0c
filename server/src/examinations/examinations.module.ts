import { Module } from '@nestjs/common';
import { ProtocolsModule } from '../protocols/protocols.module.js';
import { ToolsModule } from '../tools/tools.module.js';
import { ExaminationsController } from './examinations.controller.js';
import { ExaminationsService } from './examinations.service.js';

@Module({
  imports: [ToolsModule, ProtocolsModule],
  controllers: [ExaminationsController],
  providers: [ExaminationsService],
  exports: [ExaminationsService],
})
export class ExaminationsModule {}
