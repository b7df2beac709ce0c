import { Controller, DefaultValuePipe, Get, ParseIntPipe, Query } from '@nestjs/common';
import { ApiOkResponse, ApiQuery, ApiTags } from '@nestjs/swagger';
import { CardPage } from '@upright-elder/contract';
import { ShelfService } from './shelf.service.js';

/** Beyond this no shelf goes. */
const MOST_PAGES = 1e6;

@ApiTags('shelf')
@Controller('shelf')
export class ShelfController {
  constructor(private readonly shelf: ShelfService) {}

  @Get()
  @ApiQuery({ name: 'page', required: false })
  @ApiQuery({ name: 'search', required: false })
  @ApiQuery({ name: 'archived', required: false, enum: ['true'] })
  @ApiQuery({ name: 'room', required: false })
  @ApiOkResponse({ type: CardPage })
  page(
    @Query('page', new DefaultValuePipe(1), ParseIntPipe) page: number,
    @Query('search', new DefaultValuePipe('')) search: string,
    @Query('archived') archived?: string,
    @Query('room') room?: string,
  ): Promise<CardPage> {
    return this.shelf.page(
      Math.min(MOST_PAGES, Math.max(1, page)),
      String(search).slice(0, 200),
      archived === 'true',
      room === undefined ? null : String(room).slice(0, 60),
    );
  }
}
