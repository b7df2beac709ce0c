import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Forecast } from '@upright-elder/contract';
import { ForecastsService } from './forecasts.service.js';

@ApiTags('forecasts')
@Controller('instruments/:id/forecast')
export class ForecastsController {
  constructor(private readonly forecasts: ForecastsService) {}

  @Get()
  @ApiOkResponse({ type: Forecast })
  of(@Param('id', ParseUUIDPipe) id: string): Promise<Forecast> {
    return this.forecasts.of(id);
  }
}
