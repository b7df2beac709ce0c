import {
  Body,
  Controller,
  Get,
  HttpCode,
  Param,
  Post,
  Put,
  Query,
  Req,
  Res,
  StreamableFile,
} from '@nestjs/common';
import { ApiConsumes, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { AnswerTaken, PaperGiven, PapersAsked, PaperToGive, TreesLearned } from '@upright-elder/contract';
import type { Request, Response } from 'express';
import { fileTypeFromFile } from 'file-type';
import { IdPipe } from '../http/id.pipe.js';
import { FallenTreesService } from './fallen-trees.service.js';
import { GivenPapersService } from './given-papers.service.js';
import { notFound } from '../http/problem.js';
import { sendKept } from '../http/send-kept.js';
import { Uploads } from '../photographs/uploads.js';
import { Outgoing } from './outgoing.js';
import { PaperFiles } from './paper-files.js';
import { PapersService } from './papers.service.js';

const PDF = 'application/pdf';
const MAIL = 'message/rfc822';

@ApiTags('papers')
@Controller()
export class PapersController {
  constructor(
    private readonly papers: PapersService,
    private readonly fallen: FallenTreesService,
    private readonly given: GivenPapersService,
    private readonly files: PaperFiles,
    private readonly outgoing: Outgoing,
    private readonly uploads: Uploads,
  ) {}

  /** Papers as one PDF, in the order in which they are asked for; nothing of it is kept. */
  @Get('instruments/:id/papers')
  @ApiProduces(PDF)
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async of(@Param('id', IdPipe) id: string, @Query() asked: PapersAsked): Promise<StreamableFile> {
    const { name, bytes } = await this.papers.of(id, asked);
    return new StreamableFile(bytes, { type: PDF, disposition: called(name) });
  }

  /** What was said that plans may come to, held against what came. */
  @Get('learning/trees')
  @ApiOkResponse({ type: TreesLearned })
  trees(): Promise<TreesLearned> {
    return this.fallen.learned();
  }

  /** Those that were given out, the latest first. */
  @Get('instruments/:id/papers/given')
  @ApiOkResponse({ type: [PaperGiven] })
  ofInstrument(@Param('id', IdPipe) id: string): Promise<PaperGiven[]> {
    return this.given.ofInstrument(id);
  }

  /** Gives papers out: what is made is kept as it is. */
  @Put('instruments/:id/papers/given/:giving')
  @ApiOkResponse({ type: PaperGiven })
  give(
    @Param('id', IdPipe) id: string,
    @Param('giving', IdPipe) giving: string,
    @Body() input: PaperToGive,
  ): Promise<PaperGiven> {
    return this.papers.give(id, giving, input);
  }

  /** What an owner sent back, a photograph or a PDF; the answer is the name to give where the yes is noted. */
  @Post('papers/answers')
  @HttpCode(200)
  @ApiConsumes('application/octet-stream')
  @ApiOkResponse({ type: AnswerTaken })
  answer(@Req() request: Request): Promise<AnswerTaken> {
    return this.uploads.taken(request, this.files);
  }

  /** It came from outside: it is handed over as a file, and never shown as a page of ours. */
  @Get('papers/answers/:file')
  async answered(@Param('file') file: string, @Res() response: Response): Promise<void> {
    const path = this.files.pathOf(file);
    const type = path && (await fileTypeFromFile(path));
    if (!type) throw notFound('paper');
    const disposition = `attachment; filename="answer.${type.ext}"`;
    sendKept(response, { path, type: type.mime, disposition, foreign: true });
  }

  /** The letter with these papers, as a file that every mail program opens as a draft. */
  @Get('papers/:giving/letter')
  @ApiProduces(MAIL)
  async letter(@Param('giving', IdPipe) giving: string, @Res() response: Response): Promise<void> {
    const path = await this.outgoing.pathOf(giving);
    if (!path) throw notFound('letter');
    sendKept(response, { path, type: MAIL, disposition: 'attachment; filename="letter.eml"' });
  }

  /** The file that was given, byte for byte. */
  @Get('papers/:giving')
  @ApiProduces(PDF)
  async file(@Param('giving', IdPipe) giving: string, @Res() response: Response): Promise<void> {
    const { path, name } = await this.given.fileOf(giving);
    sendKept(response, { path, type: PDF, disposition: called(name) });
  }
}

const called = (name: string): string => `inline; filename*=UTF-8''${encodeURIComponent(name)}.pdf`;
