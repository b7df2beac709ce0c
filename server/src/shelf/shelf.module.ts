import { Module } from '@nestjs/common';
import { ForecastsModule } from '../forecasts/forecasts.module.js';

import { ShelfController } from './shelf.controller.js';
import { ShelfService } from './shelf.service.js';

@Module({ imports: [ForecastsModule], controllers: [ShelfController], providers: [ShelfService] })
export class ShelfModule {}
