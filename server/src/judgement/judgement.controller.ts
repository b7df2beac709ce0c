import { Controller, Get, Param, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Judgement } from '@upright-elder/contract';
import { HEIGHT_UNITS } from '@upright-elder/core/units';
import { heightUnitOf } from '../shop/height-unit.js';
import { JudgementService } from './judgement.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('judgement')
@Controller('instruments/:id/judgement')
export class JudgementController {
  constructor(private readonly judgement: JudgementService) {}

  @Get()
  @ApiOkResponse({ type: Judgement })
  @ApiQuery({ name: 'heights', required: false, enum: HEIGHT_UNITS })
  of(@Param('id', IdPipe) id: string, @Query('heights') heights?: string): Promise<Judgement> {
    return this.judgement.of(id, heightUnitOf(heights));
  }
}
