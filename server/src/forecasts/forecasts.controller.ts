import { Controller, Get, Param, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import {
  Expectations,
  ExpectationsQuery,
  Forecast,
  ForecastProgress,
  Scorecard,
  SeriesForecast,
} from '@upright-elder/contract';
import { BackgroundService } from '../analysis/background.service.js';
import { ExpectationsService } from './expectations.service.js';
import { ForecastsService } from './forecasts.service.js';
import { ScorecardsService } from './scorecards.service.js';
import { HEIGHT_UNITS } from '@upright-elder/core/units';
import { heightUnitOf } from '../shop/height-unit.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('forecasts')
@Controller()
export class ForecastsController {
  constructor(
    private readonly forecasts: ForecastsService,
    private readonly expectations: ExpectationsService,
    private readonly scorecards: ScorecardsService,
    private readonly background: BackgroundService,
  ) {}

  @Get('instruments/:id/forecast')
  @ApiOkResponse({ type: Forecast })
  @ApiQuery({ name: 'heights', required: false, enum: HEIGHT_UNITS })
  of(@Param('id', IdPipe) id: string, @Query('heights') heights?: string): Promise<Forecast> {
    return this.forecasts.of(id, heightUnitOf(heights));
  }

  @Get('instruments/:id/forecast/:key')
  @ApiOkResponse({ type: SeriesForecast })
  @ApiQuery({ name: 'heights', required: false, enum: HEIGHT_UNITS })
  async series(
    @Param('id', IdPipe) id: string,
    @Param('key') key: string,
    @Query('heights') heights?: string,
  ): Promise<SeriesForecast> {
    return this.forecasts.series(id, key, heightUnitOf(heights));
  }

  /** How often the bands held, for this instrument and over the shop. */
  @Get('instruments/:id/scorecard')
  @ApiOkResponse({ type: Scorecard })
  scorecard(@Param('id', IdPipe) id: string): Promise<Scorecard> {
    return this.scorecards.of(id);
  }

  /** How far the forecasts of the whole shop are worked out. */
  @Get('forecasts')
  @ApiOkResponse({ type: ForecastProgress })
  progress(): Promise<ForecastProgress> {
    return this.background.progress();
  }

  /** What each quantity was last, and where it is expected under these conditions. */
  @Get('instruments/:id/expectations')
  @ApiOkResponse({ type: Expectations })
  expected(@Param('id', IdPipe) id: string, @Query() query: ExpectationsQuery): Promise<Expectations> {
    return this.expectations.of(id, query);
  }
}
