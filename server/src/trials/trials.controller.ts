import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Trial, TrialInput } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { TrialsService } from './trials.service.js';

@ApiTags('trials')
@Controller()
export class TrialsController {
  constructor(private readonly trials: TrialsService) {}

  @Get('instruments/:id/trials')
  @ApiOkResponse({ type: [Trial] })
  ofInstrument(@Param('id', IdPipe) id: string): Promise<Trial[]> {
    return this.trials.ofInstrument(id);
  }

  @Put('trials/:id')
  @ApiOkResponse({ type: Trial })
  save(@Param('id', IdPipe) id: string, @Body() input: TrialInput): Promise<Trial> {
    return this.trials.save(id, input);
  }
}
