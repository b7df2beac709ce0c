import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CalendarPage } from '@upright-elder/contract';
import { CalendarService } from './calendar.service.js';

@ApiTags('calendar')
@Controller('calendar')
export class CalendarController {
  constructor(private readonly calendar: CalendarService) {}

  @Get()
  @ApiOkResponse({ type: CalendarPage })
  page(): Promise<CalendarPage> {
    return this.calendar.page();
  }
}
