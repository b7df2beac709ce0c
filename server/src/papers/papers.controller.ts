import { Controller, Get, Param, Query, StreamableFile } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { PapersAsked } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { PapersService } from './papers.service.js';

@ApiTags('papers')
@Controller('instruments/:id/papers')
export class PapersController {
  constructor(private readonly papers: PapersService) {}

  /** Papers as one PDF, in the order in which they are asked for; nothing of it is kept. */
  @Get()
  @ApiProduces('application/pdf')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async of(@Param('id', IdPipe) id: string, @Query() asked: PapersAsked): Promise<StreamableFile> {
    const { name, bytes } = await this.papers.of(id, asked);
    return new StreamableFile(bytes, {
      type: 'application/pdf',
      disposition: `inline; filename*=UTF-8''${encodeURIComponent(name)}.pdf`,
    });
  }
}
