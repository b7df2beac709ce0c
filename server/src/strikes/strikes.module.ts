import { Global, Module } from '@nestjs/common';
import { StrikesController } from './strikes.controller.js';
import { StrikesService } from './strikes.service.js';

/** Global, since nearly everything can be taken back. */
@Global()
@Module({ controllers: [StrikesController], providers: [StrikesService], exports: [StrikesService] })
export class StrikesModule {}
