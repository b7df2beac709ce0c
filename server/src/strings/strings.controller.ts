import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { StringSetAnswer, StringSetInput, TuningAnswer, TuningInput } from '@upright-elder/contract';
import { StringsService } from './strings.service.js';

@ApiTags('strings')
@Controller()
export class StringsController {
  constructor(private readonly strings: StringsService) {}

  @Get('string-sets')
  @ApiOkResponse({ type: [StringSetAnswer] })
  sets(): Promise<StringSetAnswer[]> {
    return this.strings.sets();
  }

  @Put('string-sets/:id')
  @ApiOkResponse({ type: StringSetAnswer })
  saveSet(@Param('id') id: string, @Body() input: StringSetInput): Promise<StringSetAnswer> {
    return this.strings.saveSet(id, input);
  }

  @Get('tunings')
  @ApiOkResponse({ type: [TuningAnswer] })
  tunings(): Promise<TuningAnswer[]> {
    return this.strings.tunings();
  }

  @Put('tunings/:id')
  @ApiOkResponse({ type: TuningAnswer })
  saveTuning(@Param('id') id: string, @Body() input: TuningInput): Promise<TuningAnswer> {
    return this.strings.saveTuning(id, input);
  }
}
