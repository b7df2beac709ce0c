import { Controller, DefaultValuePipe, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Hits } from '@upright-elder/contract';
import { FindService } from './find.service.js';

@ApiTags('find')
@Controller('find')
export class FindController {
  constructor(private readonly finding: FindService) {}

  @Get()
  @ApiQuery({ name: 'search', required: false })
  @ApiOkResponse({ type: Hits })
  find(@Query('search', new DefaultValuePipe('')) search: string): Promise<Hits> {
    return this.finding.find(String(search).slice(0, 200));
  }
}
