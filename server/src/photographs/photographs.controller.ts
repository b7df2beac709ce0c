import { Body, Controller, Get, HttpCode, Param, Post, Put, Query, Req, Res } from '@nestjs/common';
import { ApiConsumes, ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { Photograph, PhotographInput, PictureTaken } from '@upright-elder/contract';
import type { Request, Response } from 'express';
import { fileTypeFromFile } from 'file-type';
import { notFound } from '../http/problem.js';
import { sendKept } from '../http/send-kept.js';
import { PhotographsService } from './photographs.service.js';
import { PictureStore } from './picture-store.js';
import { Uploads } from './uploads.js';
import { IdPipe } from '../http/id.pipe.js';

@ApiTags('photographs')
@Controller()
export class PhotographsController {
  constructor(
    private readonly photographs: PhotographsService,
    private readonly pictures: PictureStore,
    private readonly uploads: Uploads,
  ) {}

  /** The bytes of a picture, as they are; the answer is the name to give in its record. */
  @Post('pictures')
  @HttpCode(200)
  @ApiConsumes('application/octet-stream')
  @ApiOkResponse({ type: PictureTaken })
  async take(@Req() request: Request): Promise<PictureTaken> {
    return this.uploads.taken(request, this.pictures);
  }

  @Get('pictures/:picture')
  async picture(
    @Param('picture') picture: string,
    @Query('small') small: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    const path = small === undefined ? this.pictures.pathOf(picture) : await this.pictures.smallOf(picture);
    const type = path && (await fileTypeFromFile(path));
    if (!type) throw notFound('picture');
    // nothing but a picture is ever shown from here, whatever its bytes might say
    sendKept(response, { path, type: type.mime, disposition: 'inline', foreign: true });
  }

  @Get('instruments/:id/photographs')
  @ApiOkResponse({ type: [Photograph] })
  @ApiQuery({ name: 'struck', required: false, enum: ['true'] })
  ofInstrument(@Param('id', IdPipe) id: string, @Query('struck') struck?: string): Promise<Photograph[]> {
    return this.photographs.ofInstrument(id, struck === 'true');
  }

  @Put('photographs/:id')
  @ApiOkResponse({ type: Photograph })
  save(@Param('id', IdPipe) id: string, @Body() input: PhotographInput): Promise<Photograph> {
    return this.photographs.save(id, input);
  }
}
