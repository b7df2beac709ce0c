import { Module } from '@nestjs/common';
import { TopSolverModule } from '../tops/top-solver.module.js';
import { InstrumentsController } from './instruments.controller.js';
import { InstrumentsService } from './instruments.service.js';

@Module({
  imports: [TopSolverModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService],
  exports: [InstrumentsService],
})
export class InstrumentsModule {}
