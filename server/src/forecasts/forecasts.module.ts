import { Module } from '@nestjs/common';
import { AirModule } from '../air/air.module.js';
import { ExaminationsModule } from '../examinations/examinations.module.js';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ForecastsController } from './forecasts.controller.js';
import { ForecastsService } from './forecasts.service.js';

@Module({
  imports: [AirModule, ExaminationsModule, InstrumentsModule, ShopModule],
  controllers: [ForecastsController],
  providers: [ForecastsService],
  exports: [ForecastsService],
})
export class ForecastsModule {}
