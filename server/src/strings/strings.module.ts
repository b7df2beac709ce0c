import { Module } from '@nestjs/common';
import { StringsController } from './strings.controller.js';
import { StringsService } from './strings.service.js';

@Module({ controllers: [StringsController], providers: [StringsService], exports: [StringsService] })
export class StringsModule {}
