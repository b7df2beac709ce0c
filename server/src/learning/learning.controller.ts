import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Learning } from '@upright-elder/contract';
import { LearningService } from './learning.service.js';

@ApiTags('learning')
@Controller('learning')
export class LearningController {
  constructor(private readonly learning: LearningService) {}

  @Get()
  @ApiOkResponse({ type: Learning })
  all(): Promise<Learning> {
    return this.learning.all();
  }
}
