import {
  Body,
  Controller,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  Req,
  Res,
} from '@nestjs/common';
import { ApiConsumes, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LARGEST_PICTURE, Photograph, PhotographInput, PictureTaken } from '@upright-elder/contract';
import type { Request, Response } from 'express';
import { fileTypeFromFile } from 'file-type';
import { notFound } from '../http/problem.js';
import { PhotographsService } from './photographs.service.js';
import { PictureStore, tooLarge } from './picture-store.js';

@ApiTags('photographs')
@Controller()
export class PhotographsController {
  constructor(
    private readonly photographs: PhotographsService,
    private readonly pictures: PictureStore,
  ) {}

  /** The bytes of a picture, as they are; the answer is the name to give in its record. */
  @Post('pictures')
  @HttpCode(200)
  @ApiConsumes('application/octet-stream')
  @ApiOkResponse({ type: PictureTaken })
  async take(@Req() request: Request): Promise<PictureTaken> {
    return this.pictures.take(await bytesOf(request));
  }

  @Get('pictures/:picture')
  async picture(
    @Param('picture') picture: string,
    @Query('small') small: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    const path = this.pictures.pathOf(picture, small !== undefined);
    const type = path && (await fileTypeFromFile(path));
    if (!type) throw notFound('picture');
    // nothing but a picture is ever shown from here, whatever its bytes might say
    response.set({
      'Cache-Control': 'private, max-age=31536000, immutable',
      'Content-Security-Policy': "default-src 'none'; sandbox",
      'Content-Disposition': 'inline',
    });
    response.sendFile(path, { headers: { 'Content-Type': type.mime } });
  }

  @Get('instruments/:id/photographs')
  @ApiOkResponse({ type: [Photograph] })
  ofInstrument(@Param('id', ParseUUIDPipe) id: string): Promise<Photograph[]> {
    return this.photographs.ofInstrument(id);
  }

  @Put('photographs/:id')
  @ApiOkResponse({ type: Photograph })
  save(@Param('id', ParseUUIDPipe) id: string, @Body() input: PhotographInput): Promise<Photograph> {
    return this.photographs.save(id, input);
  }
}

/** @throws ProblemError as soon as it is known to be too large: the rest runs by and is not kept */
async function bytesOf(request: Request): Promise<Buffer> {
  const refuse = () => {
    request.resume();
    return tooLarge();
  };
  if (Number(request.headers['content-length'] ?? 0) > LARGEST_PICTURE) throw refuse();
  const pieces: Buffer[] = [];
  let length = 0;
  for await (const piece of request.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    length += piece.length;
    if (length > LARGEST_PICTURE) throw refuse();
    pieces.push(piece);
  }
  return Buffer.concat(pieces);
}
