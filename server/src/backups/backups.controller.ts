import { Controller, Get, HttpCode, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { BackupState, BackupTrouble } from '@upright-elder/contract';
import { BackupsService } from './backups.service.js';

@ApiTags('backups')
@Controller('backups')
export class BackupsController {
  constructor(private readonly backups: BackupsService) {}

  /** How the shop's data are kept. */
  @Get()
  @ApiOkResponse({ type: BackupState })
  keeping(): Promise<BackupState> {
    return this.backups.keeping();
  }

  /** Makes a backup now; answered once it was read back and counted. */
  @Post()
  @HttpCode(200)
  @ApiOkResponse({ type: BackupState })
  make(): Promise<BackupState> {
    return this.backups.make('by hand');
  }

  /** What keeps backups from being written; for the shelf, which asks often. */
  @Get('trouble')
  @ApiOkResponse({ type: BackupTrouble })
  trouble(): Promise<BackupTrouble> {
    return this.backups.trouble();
  }

  /** Says that the folder is the right one, though nothing in it says so. */
  @Post('folder')
  @HttpCode(200)
  @ApiOkResponse({ type: BackupState })
  takeFolder(): Promise<BackupState> {
    return this.backups.takeFolder();
  }

  /** Reads every picture; which of them are damaged stands among the remarks. */
  @Post('pictures')
  @HttpCode(200)
  @ApiOkResponse({ type: BackupState })
  checkFiles(): Promise<BackupState> {
    return this.backups.checkFiles();
  }
}
