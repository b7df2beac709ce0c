import { Controller, Get, Query, StreamableFile } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { SeasonPage, SeasonPaperAsked } from '@upright-elder/contract';
import { SeasonService } from './season.service.js';

const PDF = 'application/pdf';

@ApiTags('season')
@Controller('season')
export class SeasonController {
  constructor(private readonly season: SeasonService) {}

  @Get()
  @ApiOkResponse({ type: SeasonPage })
  page(
    @Query('hours') hours: string | string[] | undefined,
    @Query('money') money: string | string[] | undefined,
    @Query('owner') owner: string | string[] | undefined,
    @Query('room') room: string | string[] | undefined,
  ): Promise<SeasonPage> {
    return this.season.page({
      owner: one(owner) || null,
      room: one(room) || null,
      hours: one(hours),
      money: one(money),
    });
  }

  /** The season’s plan and its rounds as a PDF; nothing of it is kept. */
  @Get('paper')
  @ApiProduces(PDF)
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async paper(
    @Query() { size, heights, hours, money, owner, room }: SeasonPaperAsked,
  ): Promise<StreamableFile> {
    const asked = { owner: owner || null, room: room || null, hours, money };
    const bytes = await this.season.paper(asked, { size, heights: heights ?? null });
    return new StreamableFile(bytes, { type: PDF, disposition: 'inline; filename="season.pdf"' });
  }
}

const one = (value: string | string[] | undefined): string => (typeof value === 'string' ? value : '');
