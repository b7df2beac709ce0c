import { Controller, Get, Param } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { TopModel } from '@upright-elder/contract';
import { TopsService } from './tops.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('tops')
@Controller()
export class TopsController {
  constructor(private readonly tops: TopsService) {}

  @Get('instruments/:id/top')
  @ApiOkResponse({ type: TopModel })
  of(@Param('id', IdPipe) id: string): Promise<TopModel> {
    return this.tops.of(id);
  }
}
