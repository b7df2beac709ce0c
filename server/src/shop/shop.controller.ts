import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Shop, ShopInput } from '@upright-elder/contract';
import { ShopService } from './shop.service.js';

@ApiTags('shop')
@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get()
  @ApiOkResponse({ type: Shop })
  get(): Promise<Shop> {
    return this.shop.get();
  }

  @Put()
  @ApiOkResponse({ type: Shop })
  save(@Body() input: ShopInput): Promise<Shop> {
    return this.shop.save(input);
  }
}
