import { Module } from '@nestjs/common';
import { ReadingsService } from './readings.service.js';

@Module({ providers: [ReadingsService], exports: [ReadingsService] })
export class ReadingsModule {}
