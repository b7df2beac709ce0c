import { Global, Module } from '@nestjs/common';
import { ChangesService } from './changes.service.js';

/** Asked for by whoever keeps something worked out. */
@Global()
@Module({ providers: [ChangesService], exports: [ChangesService] })
export class ChangesModule {}
