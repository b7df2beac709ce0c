import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { TopCase } from '@upright-elder/contract';
import { TopsService } from './tops.service.js';

@ApiTags('tops')
@Controller()
export class TopsController {
  constructor(private readonly tops: TopsService) {}

  @Get('instruments/:id/top')
  @ApiOkResponse({ type: TopCase })
  of(@Param('id', ParseUUIDPipe) id: string): Promise<TopCase> {
    return this.tops.of(id);
  }
}
