import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { AirAnswer, AirAnswerInput, InstrumentPath } from '@upright-elder/contract';
import { AirAnswersService } from '../air/air-answers.service.js';
import { AnalysisService, fitOf } from '../analysis/analysis.service.js';
import { BackgroundService } from '../analysis/background.service.js';
import { IdPipe } from '../http/id.pipe.js';
import { ShopService } from '../shop/shop.service.js';
import { PathsService } from '../paths/paths.service.js';

@ApiTags('whose air')
@Controller()
export class PathsController {
  constructor(
    private readonly paths: PathsService,
    private readonly analysis: AnalysisService,
    private readonly answers: AirAnswersService,
    private readonly background: BackgroundService,
    private readonly shop: ShopService,
  ) {}

  @Get('instruments/:id/path')
  @ApiOkResponse({ type: InstrumentPath })
  async of(@Param('id', IdPipe) id: string): Promise<InstrumentPath> {
    const { evidence } = fitOf(await this.analysis.of(id));
    const carried = await this.background.carried(id);
    return {
      ...(await this.paths.of(id, evidence.air.doubt)),
      saidBefore: carried?.was?.[(await this.shop.get()).sayIn].text ?? null,
    };
  }

  /** Somebody has seen that its years are read by other air than before. */
  @Post('instruments/:id/path/seen')
  @HttpCode(200)
  @ApiOkResponse({ type: InstrumentPath })
  async seen(@Param('id', IdPipe) id: string): Promise<InstrumentPath> {
    await this.background.seenCarried(id);
    return this.of(id);
  }

  /** What was said of a room's log, those taken back too. */
  @Get('rooms/:id/answers')
  @ApiOkResponse({ type: [AirAnswer] })
  ofRoom(@Param('id', IdPipe) roomId: string): Promise<AirAnswer[]> {
    return this.answers.all({ roomId });
  }

  @Put('air-answers/:id')
  @ApiOkResponse({ type: AirAnswer })
  save(@Param('id', IdPipe) id: string, @Body() input: AirAnswerInput): Promise<AirAnswer> {
    return this.answers.save(id, input);
  }
}
