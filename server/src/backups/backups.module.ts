import { Module, type DynamicModule } from '@nestjs/common';
import type { Config } from '../config.js';
import { BackupsController } from './backups.controller.js';
import { ShopModule } from '../shop/shop.module.js';
import { BACKUP_FOLDER, BackupPlace } from './backup-place.js';
import { BackupsService } from './backups.service.js';
import { OwnBackups } from './own-backups.js';

@Module({})
export class BackupsModule {
  static with({ backupFolder, backupFolderNamed }: Config): DynamicModule {
    return {
      module: BackupsModule,
      imports: [ShopModule],
      controllers: [BackupsController],
      providers: [
        BackupsService,
        BackupPlace,
        OwnBackups,
        { provide: BACKUP_FOLDER, useValue: { path: backupFolder, named: backupFolderNamed } },
      ],
    };
  }
}
