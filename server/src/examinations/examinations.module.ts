import { Module } from '@nestjs/common';
import { ProtocolsModule } from '../protocols/protocols.module.js';
import { ToolsModule } from '../tools/tools.module.js';
import { TopSolverModule } from '../tops/top-solver.module.js';
import { ExaminationsController } from './examinations.controller.js';
import { ExaminationsService } from './examinations.service.js';

@Module({
  imports: [ToolsModule, ProtocolsModule, TopSolverModule],
  controllers: [ExaminationsController],
  providers: [ExaminationsService],
  exports: [ExaminationsService],
})
export class ExaminationsModule {}
