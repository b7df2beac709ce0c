import { Module, type DynamicModule } from '@nestjs/common';
import { ShopModule } from '../shop/shop.module.js';
import { AirController } from './air.controller.js';
import { PeopleModule } from '../people/people.module.js';
import { AirAnswersService } from './air-answers.service.js';
import { AirService } from './air.service.js';
import { LOG_FOLDER, LogFolderService } from './log-folder.service.js';

@Module({
  imports: [PeopleModule, ShopModule],
  providers: [AirAnswersService, AirService],
  exports: [AirAnswersService, AirService],
})
export class AirModule {}

/** The folder that loggers write into, watched by one module only. */
@Module({})
export class LogFolderModule {
  static with(folder: string): DynamicModule {
    return {
      module: LogFolderModule,
      imports: [AirModule],
      controllers: [AirController],
      providers: [LogFolderService, { provide: LOG_FOLDER, useValue: folder }],
    };
  }
}
