import { Body, Controller, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import {
  BetterPlan,
  CalendarPage,
  GoByInput,
  GoneBy,
  Pin,
  PinInput,
  PromiseTried,
} from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { CalendarHandService } from './calendar-hand.service.js';
import { CalendarService } from './calendar.service.js';

@ApiTags('calendar')
@Controller('calendar')
export class CalendarController {
  constructor(
    private readonly calendar: CalendarService,
    private readonly hand: CalendarHandService,
  ) {}

  @Get()
  @ApiOkResponse({ type: CalendarPage })
  page(): Promise<CalendarPage> {
    return this.calendar.page();
  }

  @Get('better')
  @ApiOkResponse({ type: BetterPlan })
  better(@Query('of') of: string): Promise<BetterPlan> {
    return this.calendar.better(of);
  }

  @Get('if-promised')
  @ApiOkResponse({ type: PromiseTried })
  ifPromised(
    @Query('of') of: string,
    @Query('job') job: string,
    @Query('day') day: string,
  ): Promise<PromiseTried> {
    return this.calendar.ifPromised(of, job, day);
  }

  @Put('plan')
  @ApiOkResponse({ type: GoneBy })
  goBy(@Body() input: GoByInput): Promise<GoneBy> {
    return this.calendar.goBy(input);
  }

  @Put('pins/:step')
  @ApiOkResponse({ type: Pin })
  pin(@Param('step', IdPipe) step: string, @Body() input: PinInput): Promise<Pin> {
    return this.hand.pin(step, input);
  }
}
