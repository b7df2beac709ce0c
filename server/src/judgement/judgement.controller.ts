import { Controller, Get, Param } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Judgement } from '@upright-elder/contract';
import { JudgementService } from './judgement.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('judgement')
@Controller('instruments/:id/judgement')
export class JudgementController {
  constructor(private readonly judgement: JudgementService) {}

  @Get()
  @ApiOkResponse({ type: Judgement })
  of(@Param('id', IdPipe) id: string): Promise<Judgement> {
    return this.judgement.of(id);
  }
}
