import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { PredictionsOf, Prediction, PredictionInput } from '@upright-elder/contract';
import { IdPipe } from '../http/id.pipe.js';
import { PredictionsService } from './predictions.service.js';

@ApiTags('predictions')
@Controller()
export class PredictionsController {
  constructor(private readonly predictions: PredictionsService) {}

  @Get('instruments/:id/predictions')
  @ApiOkResponse({ type: PredictionsOf })
  of(@Param('id', IdPipe) id: string): Promise<PredictionsOf> {
    return this.predictions.ofInstrument(id);
  }

  @Put('predictions/:id')
  @ApiOkResponse({ type: Prediction })
  save(@Param('id', IdPipe) id: string, @Body() input: PredictionInput): Promise<Prediction> {
    return this.predictions.save(id, input);
  }
}
