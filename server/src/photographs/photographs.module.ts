import { Module, type DynamicModule } from '@nestjs/common';
import { MapModule } from '../map/map.module.js';
import { PeopleModule } from '../people/people.module.js';
import { PhotographsController } from './photographs.controller.js';
import { PhotographsService } from './photographs.service.js';
import { PictureStore } from './picture-store.js';
import { Uploads } from './uploads.js';

@Module({})
export class PhotographsModule {
  static with(dataFolder: string): DynamicModule {
    return {
      module: PhotographsModule,
      imports: [MapModule, PeopleModule],
      controllers: [PhotographsController],
      exports: [PhotographsService, Uploads],
      providers: [
        PhotographsService,
        Uploads,
        { provide: PictureStore, useFactory: () => PictureStore.open(dataFolder) },
      ],
    };
  }
}
