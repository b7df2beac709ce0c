import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Protocol, ProtocolInput } from '@upright-elder/contract';
import { ProtocolsService } from './protocols.service.js';

@ApiTags('protocols')
@Controller('protocols')
export class ProtocolsController {
  constructor(private readonly protocols: ProtocolsService) {}

  @Get()
  @ApiOkResponse({ type: [Protocol] })
  list(): Promise<Protocol[]> {
    return this.protocols.list();
  }

  @Put(':id')
  @ApiOkResponse({ type: Protocol })
  save(@Param('id') id: string, @Body() input: ProtocolInput): Promise<Protocol> {
    return this.protocols.save(id, input);
  }
}
