import { Controller, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { SeasonPage } from '@upright-elder/contract';
import { SeasonService } from './season.service.js';

@ApiTags('season')
@Controller('season')
export class SeasonController {
  constructor(private readonly season: SeasonService) {}

  @Get()
  @ApiOkResponse({ type: SeasonPage })
  page(
    @Query('hours') hours: string | string[] | undefined,
    @Query('money') money: string | string[] | undefined,
    @Query('owner') owner: string | string[] | undefined,
    @Query('room') room: string | string[] | undefined,
  ): Promise<SeasonPage> {
    return this.season.page({
      owner: one(owner) || null,
      room: one(room) || null,
      hours: one(hours),
      money: one(money),
    });
  }
}

const one = (value: string | string[] | undefined): string => (typeof value === 'string' ? value : '');
