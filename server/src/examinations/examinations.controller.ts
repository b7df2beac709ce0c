import { Body, Controller, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Examination, ExaminationInput } from '@upright-elder/contract';
import { ExaminationsService } from './examinations.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('examinations')
@Controller()
export class ExaminationsController {
  constructor(private readonly examinations: ExaminationsService) {}

  @Get('instruments/:id/examinations')
  @ApiOkResponse({ type: [Examination] })
  @ApiQuery({ name: 'struck', required: false, enum: ['true'] })
  ofInstrument(@Param('id', IdPipe) id: string, @Query('struck') struck?: string): Promise<Examination[]> {
    return this.examinations.ofInstrument(id, struck === 'true');
  }

  @Get('examinations/:id')
  @ApiOkResponse({ type: Examination })
  get(@Param('id', IdPipe) id: string): Promise<Examination> {
    return this.examinations.get(id);
  }

  @Put('examinations/:id')
  @ApiOkResponse({ type: Examination })
  save(@Param('id', IdPipe) id: string, @Body() input: ExaminationInput): Promise<Examination> {
    return this.examinations.save(id, input);
  }
}
