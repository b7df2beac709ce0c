import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Tool, ToolInput } from '@upright-elder/contract';
import { ToolsService } from './tools.service.js';

@ApiTags('tools')
@Controller('tools')
export class ToolsController {
  constructor(private readonly tools: ToolsService) {}

  @Get()
  @ApiOkResponse({ type: [Tool] })
  list(): Promise<Tool[]> {
    return this.tools.list();
  }

  @Put(':id')
  @ApiOkResponse({ type: Tool })
  save(@Param('id') id: string, @Body() input: ToolInput): Promise<Tool> {
    return this.tools.save(id, input);
  }
}
