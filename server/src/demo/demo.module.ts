import { Module, type DynamicModule } from '@nestjs/common';
import { DEMO_NOTE, DemoController } from './demo.controller.js';

/** The invented scenario, and the way to write it for another day. */
@Module({})
export class DemoModule {
  static with(note: string | null): DynamicModule {
    return {
      module: DemoModule,
      controllers: [DemoController],
      providers: [{ provide: DEMO_NOTE, useValue: note }],
    };
  }
}
