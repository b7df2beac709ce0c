import { Controller, Sse, type MessageEvent } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { ChangesSaid } from '@upright-elder/contract';
import type { Observable } from 'rxjs';
import { EventsService } from './events.service.js';

@ApiTags('events')
@Controller('events')
export class EventsController {
  constructor(private readonly events: EventsService) {}

  /** Server-sent events: `changes` names what was changed or worked out anew, `gauges` what the gauges show. */
  @Sse()
  @ApiOkResponse({ type: ChangesSaid })
  stream(): Observable<MessageEvent> {
    return this.events.stream();
  }
}
