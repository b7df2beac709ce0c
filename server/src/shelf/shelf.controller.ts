import { Controller, DefaultValuePipe, Get, ParseIntPipe, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { SlipPage } from '@upright-elder/contract';
import { ShelfService } from './shelf.service.js';

@ApiTags('shelf')
@Controller('shelf')
export class ShelfController {
  constructor(private readonly shelf: ShelfService) {}

  @Get()
  @ApiQuery({ name: 'page', required: false })
  @ApiQuery({ name: 'search', required: false })
  @ApiOkResponse({ type: SlipPage })
  page(
    @Query('page', new DefaultValuePipe(1), ParseIntPipe) page: number,
    @Query('search', new DefaultValuePipe('')) search: string,
  ): Promise<SlipPage> {
    return this.shelf.page(Math.max(1, page), search);
  }
}
