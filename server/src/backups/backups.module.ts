import { Module, type DynamicModule } from '@nestjs/common';
import type { Config } from '../config.js';
import { BackupsController } from './backups.controller.js';
import { ShopModule } from '../shop/shop.module.js';
import { BACKUP_FOLDER, BackupsService } from './backups.service.js';

@Module({})
export class BackupsModule {
  static with({ backupFolder, backupFolderNamed }: Config): DynamicModule {
    return {
      module: BackupsModule,
      imports: [ShopModule],
      controllers: [BackupsController],
      providers: [
        BackupsService,
        { provide: BACKUP_FOLDER, useValue: { path: backupFolder, named: backupFolderNamed } },
      ],
    };
  }
}
