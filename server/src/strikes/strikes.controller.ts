import { Body, Controller, Get, Param, ParseEnumPipe, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Strike, STRUCK_KINDS, StrikeInput, type StruckKind } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { StrikesService } from './strikes.service.js';

const KINDS = Object.fromEntries(STRUCK_KINDS.map((kind) => [kind, kind]));

@ApiTags('taking back')
@Controller('strikes')
export class StrikesController {
  constructor(private readonly strikes: StrikesService) {}

  @Get(':kind/:id')
  @ApiOkResponse({ type: [Strike] })
  of(
    @Param('kind', new ParseEnumPipe(KINDS)) kind: StruckKind,
    @Param('id', IdPipe) id: string,
  ): Promise<Strike[]> {
    return this.strikes.of(kind, id);
  }

  /** Strikes something, or brings it back; nothing is erased. */
  @Put(':kind/:id')
  @ApiOkResponse({ type: [Strike] })
  save(
    @Param('kind', new ParseEnumPipe(KINDS)) kind: StruckKind,
    @Param('id', IdPipe) id: string,
    @Body() input: StrikeInput,
  ): Promise<Strike[]> {
    return this.strikes.save(kind, id, input);
  }
}
