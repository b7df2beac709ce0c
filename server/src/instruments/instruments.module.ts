import { Module } from '@nestjs/common';
import { InterventionsModule } from '../interventions/interventions.module.js';
import { OwnersModule } from '../owners/owners.module.js';
import { StringsModule } from '../strings/strings.module.js';
import { InstrumentsController } from './instruments.controller.js';
import { InstrumentsService } from './instruments.service.js';

@Module({
  imports: [InterventionsModule, OwnersModule, StringsModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService],
  exports: [InstrumentsService],
})
export class InstrumentsModule {}
