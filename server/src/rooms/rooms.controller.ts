import { Controller, Get, Param } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { RoomWood, StayOf } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { RoomsService } from './rooms.service.js';

@ApiTags('air')
@Controller('rooms')
export class RoomsController {
  constructor(private readonly rooms: RoomsService) {}

  /** What each piece of wood in the room did, and what meters showed on what lives there. */
  @Get(':id/wood')
  @ApiOkResponse({ type: RoomWood })
  wood(@Param('id', IdPipe) id: string): Promise<RoomWood> {
    return this.rooms.woodOf(id);
  }

  /** What was carried into the room or out of it, and when it lay there. */
  @Get(':id/stays')
  @ApiOkResponse({ type: [StayOf] })
  stays(@Param('id', IdPipe) id: string): Promise<StayOf[]> {
    return this.rooms.movedThrough(id);
  }
}
