import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Req, Res } from '@nestjs/common';
import { ApiConsumes, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import {
  InChoices,
  InTaking,
  OutAsked,
  OutFile,
  type FromShop,
  type Incoming,
} from '@upright-elder/contract';
import type { Request, Response } from 'express';
import { IdPipe } from '../http/id.pipe.js';
import { sendKept } from '../http/send-kept.js';
import { FromShopsService } from './from-shops.service.js';
import { InService } from './in.service.js';
import { OutService } from './out.service.js';

const ZIP = 'application/zip';

@ApiTags('exchange')
@Controller()
export class ExchangeController {
  constructor(
    private readonly outs: OutService,
    private readonly ins: InService,
    private readonly shops: FromShopsService,
  ) {}

  /** Begins to write what goes out. */
  @Post('exchange/out')
  @HttpCode(200)
  @ApiOkResponse({ type: OutFile })
  begin(@Body() asked: OutAsked): Promise<OutFile> {
    return this.outs.begin(asked);
  }

  @Get('exchange/out/:id')
  @ApiOkResponse({ type: OutFile })
  out(@Param('id', IdPipe) id: string): OutFile {
    return this.outs.get(id);
  }

  @Delete('exchange/out/:id')
  @ApiOkResponse({ type: OutFile })
  stopOut(@Param('id', IdPipe) id: string): OutFile {
    return this.outs.stop(id);
  }

  /** The file, once it is whole. */
  @Get('exchange/out/:id/file')
  @ApiProduces(ZIP)
  file(@Param('id', IdPipe) id: string, @Res() response: Response): void {
    const { path, name } = this.outs.pathOf(id);
    const disposition = `attachment; filename*=UTF-8''${encodeURIComponent(name)}`;
    sendKept(response, { path, type: ZIP, disposition });
  }

  /** A file that comes in; nothing of it is written before somebody says yes. */
  @Post('exchange/in')
  @HttpCode(200)
  @ApiConsumes('application/octet-stream')
  come(@Req() request: Request): Promise<Incoming> {
    return this.ins.come(request);
  }

  @Get('exchange/in/:id')
  in(@Param('id', IdPipe) id: string): Incoming {
    return this.ins.get(id);
  }

  @Put('exchange/in/:id/choices')
  choose(@Param('id', IdPipe) id: string, @Body() choices: InChoices): Incoming {
    return this.ins.choose(id, choices);
  }

  @Post('exchange/in/:id/take')
  @HttpCode(200)
  take(@Param('id', IdPipe) id: string, @Body() taking: InTaking): Promise<Incoming> {
    return this.ins.take(id, taking);
  }

  /** What other shops wrote of an instrument. */
  @Get('instruments/:id/from-shops')
  fromShops(@Param('id', IdPipe) id: string): Promise<FromShop[]> {
    return this.shops.ofInstrument(id);
  }

  @Delete('exchange/in/:id')
  stopIn(@Param('id', IdPipe) id: string): Incoming {
    return this.ins.stop(id);
  }
}
