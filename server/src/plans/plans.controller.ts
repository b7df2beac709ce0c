import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Planning, RepairPlan, RepairPlanInput } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { PlanningService } from './planning.service.js';
import { PlansService } from './plans.service.js';

@ApiTags('repair plans')
@Controller()
export class PlansController {
  constructor(
    private readonly plans: PlansService,
    private readonly planning: PlanningService,
  ) {}

  @Get('instruments/:id/planning')
  @ApiOkResponse({ type: Planning })
  of(@Param('id', IdPipe) id: string): Promise<Planning> {
    return this.planning.of(id);
  }

  @Put('repair-plans/:id')
  @ApiOkResponse({ type: RepairPlan })
  save(@Param('id', IdPipe) id: string, @Body() input: RepairPlanInput): Promise<RepairPlan> {
    return this.plans.save(id, input);
  }
}
