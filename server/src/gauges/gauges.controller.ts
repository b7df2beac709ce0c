import { Controller, Get, Sse } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { GaugesNow } from '@upright-elder/contract';
import { map, type Observable } from 'rxjs';
import { GaugesService } from './gauges.service.js';

@ApiTags('gauges')
@Controller('gauges')
export class GaugesController {
  constructor(private readonly gauges: GaugesService) {}

  @Get()
  @ApiOkResponse({ type: GaugesNow })
  now(): GaugesNow {
    return this.gauges.now();
  }

  /** Server-sent events: what the gauges show, as it changes. */
  @Sse('live')
  live(): Observable<{ data: GaugesNow }> {
    return this.gauges.live().pipe(map((data) => ({ data })));
  }
}
