import { Controller, Get, HttpCode, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { BackupState } from '@upright-elder/contract';
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

  /** Reads every picture; which of them are damaged stands among the remarks. */
  @Post('pictures')
  @HttpCode(200)
  @ApiOkResponse({ type: BackupState })
  checkPictures(): Promise<BackupState> {
    return this.backups.checkPictures();
  }
}
