import { Module, type DynamicModule } from '@nestjs/common';
import { PhotographsController } from './photographs.controller.js';
import { PhotographsService } from './photographs.service.js';
import { PictureStore } from './picture-store.js';

@Module({})
export class PhotographsModule {
  static with(dataFolder: string): DynamicModule {
    return {
      module: PhotographsModule,
      controllers: [PhotographsController],
      providers: [
        PhotographsService,
        { provide: PictureStore, useFactory: () => PictureStore.open(dataFolder) },
      ],
    };
  }
}
