import { Body, Controller, Get, Param, Put, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Mark, MarkInput, BodyPlanAnswer, BodyPlanInput } from '@upright-elder/contract';
import { MapService } from './map.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('map')
@Controller()
export class MapController {
  constructor(private readonly map: MapService) {}

  @Get('instruments/:id/body-plan')
  @ApiOkResponse({ type: BodyPlanAnswer })
  plan(@Param('id', IdPipe) id: string): Promise<BodyPlanAnswer> {
    return this.map.plan(id);
  }

  @Put('instruments/:id/body-plan')
  @ApiOkResponse({ type: BodyPlanAnswer })
  savePlan(@Param('id', IdPipe) id: string, @Body() input: BodyPlanInput): Promise<BodyPlanAnswer> {
    return this.map.savePlan(id, input);
  }

  @Get('instruments/:id/marks')
  @ApiOkResponse({ type: [Mark] })
  @ApiQuery({ name: 'struck', required: false, enum: ['true'] })
  marks(@Param('id', IdPipe) id: string, @Query('struck') struck?: string): Promise<Mark[]> {
    return this.map.marks(id, struck === 'true');
  }

  @Put('marks/:id')
  @ApiOkResponse({ type: Mark })
  saveMark(@Param('id', IdPipe) id: string, @Body() input: MarkInput): Promise<Mark> {
    return this.map.saveMark(id, input);
  }
}
