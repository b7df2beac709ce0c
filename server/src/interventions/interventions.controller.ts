import { Body, Controller, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Intervention, InterventionInput } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { InterventionsService } from './interventions.service.js';

@ApiTags('interventions')
@Controller()
export class InterventionsController {
  constructor(private readonly interventions: InterventionsService) {}

  @Get('instruments/:id/interventions')
  @ApiOkResponse({ type: [Intervention] })
  @ApiQuery({ name: 'struck', required: false, enum: ['true'] })
  ofInstrument(@Param('id', IdPipe) id: string, @Query('struck') struck?: string): Promise<Intervention[]> {
    return this.interventions.ofInstrument(id, struck === 'true');
  }

  @Get('interventions/:id')
  @ApiOkResponse({ type: Intervention })
  get(@Param('id', IdPipe) id: string): Promise<Intervention> {
    return this.interventions.get(id);
  }

  @Put('interventions/:id')
  @ApiOkResponse({ type: Intervention })
  save(@Param('id', IdPipe) id: string, @Body() input: InterventionInput): Promise<Intervention> {
    return this.interventions.save(id, input);
  }
}
