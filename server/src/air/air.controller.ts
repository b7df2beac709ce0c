import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { AirBatch, AirTaken, Room, RoomAir, RoomInput } from '@upright-elder/contract';
import { AirService } from './air.service.js';

@ApiTags('air')
@Controller('rooms')
export class AirController {
  constructor(private readonly air: AirService) {}

  @Get()
  @ApiOkResponse({ type: [Room] })
  rooms(): Promise<Room[]> {
    return this.air.rooms();
  }

  @Put(':id')
  @ApiOkResponse({ type: Room })
  save(@Param('id', ParseUUIDPipe) id: string, @Body() input: RoomInput): Promise<Room> {
    return this.air.saveRoom(id, input);
  }

  @Get(':id/air')
  @ApiOkResponse({ type: RoomAir })
  airOf(@Param('id', ParseUUIDPipe) id: string): Promise<RoomAir> {
    return this.air.airOf(id);
  }

  @Post(':id/air')
  @HttpCode(200)
  @ApiOkResponse({ type: AirTaken })
  take(@Param('id', ParseUUIDPipe) id: string, @Body() batch: AirBatch): Promise<AirTaken> {
    return this.air.take(id, batch);
  }
}
