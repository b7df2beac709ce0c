import { Module } from '@nestjs/common';
import { TopSolverService } from './top-solver.service.js';

/** On its own, since maps and instruments wake it and forecasts ask it. */
@Module({ providers: [TopSolverService], exports: [TopSolverService] })
export class TopSolverModule {}
