import { Body, Controller, Get, HttpCode, Param, ParseIntPipe, Post, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { BenchPage, JobEventsInput, JobEventsKept, JobEventsPage, JobOfList } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { JobsService } from './jobs.service.js';

@ApiTags('jobs')
@Controller()
export class JobsController {
  constructor(private readonly jobs: JobsService) {}

  @Get('bench')
  @ApiOkResponse({ type: BenchPage })
  bench(): Promise<BenchPage> {
    return this.jobs.bench();
  }

  @Get('instruments/:id/jobs')
  @ApiOkResponse({ type: [JobOfList] })
  ofInstrument(@Param('id', IdPipe) id: string): Promise<JobOfList[]> {
    return this.jobs.ofInstrument(id);
  }

  @Get('jobs/:id/events')
  @ApiOkResponse({ type: JobEventsPage })
  @ApiQuery({ name: 'since', required: false })
  events(
    @Param('id', IdPipe) id: string,
    @Query('since', new ParseIntPipe({ optional: true })) since = 0,
  ): Promise<JobEventsPage> {
    return this.jobs.events(id, since);
  }

  @Post('jobs/events')
  @HttpCode(200)
  @ApiOkResponse({ type: JobEventsKept })
  keep(@Body() { events }: JobEventsInput): Promise<JobEventsKept> {
    return this.jobs.keep(events);
  }
}
