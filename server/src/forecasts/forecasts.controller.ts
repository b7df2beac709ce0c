import { Controller, Get, Param, ParseUUIDPipe, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Expectations, ExpectationsQuery, Forecast } from '@upright-elder/contract';
import { ExpectationsService } from './expectations.service.js';
import { ForecastsService } from './forecasts.service.js';

@ApiTags('forecasts')
@Controller('instruments/:id')
export class ForecastsController {
  constructor(
    private readonly forecasts: ForecastsService,
    private readonly expectations: ExpectationsService,
  ) {}

  @Get('forecast')
  @ApiOkResponse({ type: Forecast })
  of(@Param('id', ParseUUIDPipe) id: string): Promise<Forecast> {
    return this.forecasts.of(id);
  }

  /** What each quantity was last, and where it is expected under these conditions. */
  @Get('expectations')
  @ApiOkResponse({ type: Expectations })
  expected(@Param('id', ParseUUIDPipe) id: string, @Query() query: ExpectationsQuery): Promise<Expectations> {
    return this.expectations.of(id, query);
  }
}
