import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CallsOf, FirstCall, FirstCallInput } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { CallsService } from './calls.service.js';

@ApiTags('calls')
@Controller()
export class CallsController {
  constructor(private readonly calls: CallsService) {}

  @Get('instruments/:id/calls')
  @ApiOkResponse({ type: CallsOf })
  of(@Param('id', IdPipe) id: string): Promise<CallsOf> {
    return this.calls.ofInstrument(id);
  }

  @Put('calls/:id')
  @ApiOkResponse({ type: FirstCall })
  save(@Param('id', IdPipe) id: string, @Body() input: FirstCallInput): Promise<FirstCall> {
    return this.calls.save(id, input);
  }
}
