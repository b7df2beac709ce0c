import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { AirBatch, AirImport, AirTaken, LogFolder, Room, RoomAir, RoomInput } from '@upright-elder/contract';
import { AirService } from './air.service.js';
import { LogFolderService } from './log-folder.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('air')
@Controller()
export class AirController {
  constructor(
    private readonly air: AirService,
    private readonly logs: LogFolderService,
  ) {}

  @Get('rooms')
  @ApiOkResponse({ type: [Room] })
  rooms(): Promise<Room[]> {
    return this.air.rooms();
  }

  @Put('rooms/:id')
  @ApiOkResponse({ type: Room })
  save(@Param('id', IdPipe) id: string, @Body() input: RoomInput): Promise<Room> {
    return this.air.saveRoom(id, input);
  }

  @Get('rooms/:id/air')
  @ApiOkResponse({ type: RoomAir })
  airOf(@Param('id', IdPipe) id: string): Promise<RoomAir> {
    return this.air.airOf(id);
  }

  @Post('rooms/:id/air')
  @HttpCode(200)
  @ApiOkResponse({ type: AirTaken })
  take(@Param('id', IdPipe) id: string, @Body() batch: AirBatch): Promise<AirTaken> {
    return this.air.take(id, batch);
  }

  /** What brought a room's air; each can be taken back. */
  @Get('rooms/:id/imports')
  @ApiOkResponse({ type: [AirImport] })
  imports(@Param('id', IdPipe) id: string): Promise<AirImport[]> {
    return this.air.imports(id);
  }

  @Get('log-files')
  @ApiOkResponse({ type: LogFolder })
  logFiles(): Promise<LogFolder> {
    return this.logs.report();
  }
}
