import { Module } from '@nestjs/common';
import { ForecastsModule } from '../forecasts/forecasts.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { JudgementController } from './judgement.controller.js';
import { JudgementService } from './judgement.service.js';

@Module({
  imports: [ForecastsModule, ShopModule],
  controllers: [JudgementController],
  providers: [JudgementService],
})
export class JudgementModule {}
