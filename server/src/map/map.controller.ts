import { Body, Controller, Get, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Mark, MarkInput, PlanAnswer, PlanInput } from '@upright-elder/contract';
import { MapService } from './map.service.js';

@ApiTags('map')
@Controller()
export class MapController {
  constructor(private readonly map: MapService) {}

  @Get('instruments/:id/plan')
  @ApiOkResponse({ type: PlanAnswer })
  plan(@Param('id', ParseUUIDPipe) id: string): Promise<PlanAnswer> {
    return this.map.plan(id);
  }

  @Put('instruments/:id/plan')
  @ApiOkResponse({ type: PlanAnswer })
  savePlan(@Param('id', ParseUUIDPipe) id: string, @Body() input: PlanInput): Promise<PlanAnswer> {
    return this.map.savePlan(id, input);
  }

  @Get('instruments/:id/marks')
  @ApiOkResponse({ type: [Mark] })
  marks(@Param('id', ParseUUIDPipe) id: string): Promise<Mark[]> {
    return this.map.marks(id);
  }

  @Put('marks/:id')
  @ApiOkResponse({ type: Mark })
  saveMark(@Param('id', ParseUUIDPipe) id: string, @Body() input: MarkInput): Promise<Mark> {
    return this.map.saveMark(id, input);
  }
}
