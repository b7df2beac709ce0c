import { Module } from '@nestjs/common';
import { ProtocolsController } from './protocols.controller.js';
import { ProtocolsService } from './protocols.service.js';

@Module({ controllers: [ProtocolsController], providers: [ProtocolsService], exports: [ProtocolsService] })
export class ProtocolsModule {}
