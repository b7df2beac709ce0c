import { Body, Controller, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { LoadTest, LoadTestInput } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { LoadTestsService } from './load-tests.service.js';

@ApiTags('load-tests')
@Controller()
export class LoadTestsController {
  constructor(private readonly loadTests: LoadTestsService) {}

  @Get('instruments/:id/load-tests')
  @ApiOkResponse({ type: [LoadTest] })
  @ApiQuery({ name: 'struck', required: false, enum: ['true'] })
  ofInstrument(@Param('id', IdPipe) id: string, @Query('struck') struck?: string): Promise<LoadTest[]> {
    return this.loadTests.ofInstrument(id, struck === 'true');
  }

  @Put('load-tests/:id')
  @ApiOkResponse({ type: LoadTest })
  save(@Param('id', IdPipe) id: string, @Body() input: LoadTestInput): Promise<LoadTest> {
    return this.loadTests.save(id, input);
  }
}
