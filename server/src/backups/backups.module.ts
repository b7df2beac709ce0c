import { Module, type DynamicModule } from '@nestjs/common';
import type { Config } from '../config.js';
import { BackupsController } from './backups.controller.js';
import { BACKUP_FOLDER, BackupsService } from './backups.service.js';

@Module({})
export class BackupsModule {
  static with({ backupFolder }: Config): DynamicModule {
    return {
      module: BackupsModule,
      controllers: [BackupsController],
      providers: [BackupsService, { provide: BACKUP_FOLDER, useValue: backupFolder }],
    };
  }
}
