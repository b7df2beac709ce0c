import { Body, Controller, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Weighing, WeighingInput } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { WeighingsService } from './weighings.service.js';

@ApiTags('weighings')
@Controller()
export class WeighingsController {
  constructor(private readonly weighings: WeighingsService) {}

  @Get('instruments/:id/weighings')
  @ApiOkResponse({ type: [Weighing] })
  @ApiQuery({ name: 'struck', required: false, enum: ['true'] })
  ofInstrument(@Param('id', IdPipe) id: string, @Query('struck') struck?: string): Promise<Weighing[]> {
    return this.weighings.ofInstrument(id, struck === 'true');
  }

  @Put('weighings/:id')
  @ApiOkResponse({ type: Weighing })
  save(@Param('id', IdPipe) id: string, @Body() input: WeighingInput): Promise<Weighing> {
    return this.weighings.save(id, input);
  }
}
