import { Module } from '@nestjs/common';
import { AirController } from './air.controller.js';
import { AirService } from './air.service.js';

@Module({ controllers: [AirController], providers: [AirService], exports: [AirService] })
export class AirModule {}
