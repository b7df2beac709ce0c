import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Instrument, InstrumentInput } from '@upright-elder/contract';
import { InstrumentsService } from './instruments.service.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('instruments')
@Controller('instruments')
export class InstrumentsController {
  constructor(private readonly instruments: InstrumentsService) {}

  @Get(':id')
  @ApiOkResponse({ type: Instrument })
  get(@Param('id', IdPipe) id: string): Promise<Instrument> {
    return this.instruments.get(id);
  }

  @Put(':id')
  @ApiOkResponse({ type: Instrument })
  save(@Param('id', IdPipe) id: string, @Body() input: InstrumentInput): Promise<Instrument> {
    return this.instruments.save(id, input);
  }
}
