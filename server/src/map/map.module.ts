import { Module } from '@nestjs/common';
import { TopSolverModule } from '../tops/top-solver.module.js';
import { MapController } from './map.controller.js';
import { MapService } from './map.service.js';

@Module({
  imports: [TopSolverModule],
  controllers: [MapController],
  providers: [MapService],
  exports: [MapService],
})
export class MapModule {}
