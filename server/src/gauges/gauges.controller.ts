import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { GaugesNow } from '@upright-elder/contract';
import { GaugesService } from './gauges.service.js';

@ApiTags('gauges')
@Controller('gauges')
export class GaugesController {
  constructor(private readonly gauges: GaugesService) {}

  /** What the gauges show now; as it changes it is told by the events. */
  @Get()
  @ApiOkResponse({ type: GaugesNow })
  now(): GaugesNow {
    return this.gauges.now();
  }
}
