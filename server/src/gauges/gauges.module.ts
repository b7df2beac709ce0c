import { Module, type DynamicModule } from '@nestjs/common';
import type { BoxAddress } from './gauge-box.js';
import { GaugesController } from './gauges.controller.js';
import { GAUGE_BOX, GaugesService } from './gauges.service.js';

@Module({})
export class GaugesModule {
  static with(address: BoxAddress | null): DynamicModule {
    return {
      module: GaugesModule,
      controllers: [GaugesController],
      providers: [GaugesService, { provide: GAUGE_BOX, useValue: address }],
    };
  }
}
