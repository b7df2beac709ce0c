import { Module } from '@nestjs/common';
import { ReadingsModule } from '../readings/readings.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ToolsController } from './tools.controller.js';
import { ToolsService } from './tools.service.js';

@Module({
  imports: [ReadingsModule, ShopModule],
  controllers: [ToolsController],
  providers: [ToolsService],
  exports: [ToolsService],
})
export class ToolsModule {}
