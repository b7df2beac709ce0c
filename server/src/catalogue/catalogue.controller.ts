import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { TreatmentAsWorked, TreatmentInput } from '@upright-elder/contract';
import { CatalogueService } from './catalogue.service.js';

@ApiTags('treatments')
@Controller('treatments')
export class CatalogueController {
  constructor(private readonly catalogue: CatalogueService) {}

  @Get()
  @ApiOkResponse({ type: [TreatmentAsWorked] })
  list(): Promise<TreatmentAsWorked[]> {
    return this.catalogue.list();
  }

  @Put(':id')
  @ApiOkResponse({ type: TreatmentAsWorked })
  save(@Param('id') id: string, @Body() input: TreatmentInput): Promise<TreatmentAsWorked> {
    return this.catalogue.save(id, input);
  }
}
