import { Module, type DynamicModule } from '@nestjs/common';
import { InstrumentsModule } from '../instruments/instruments.module.js';
import { JobsModule } from '../jobs/jobs.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ExchangeController } from './exchange.controller.js';
import { FromShopsService } from './from-shops.service.js';
import { InService } from './in.service.js';
import { OutService } from './out.service.js';
import { WorkFolder } from './work-folder.js';

/** Everything in and out in open formats. */
@Module({})
export class ExchangeModule {
  static with(dataFolder: string): DynamicModule {
    return {
      module: ExchangeModule,
      imports: [InstrumentsModule, JobsModule, ShopModule],
      controllers: [ExchangeController],
      providers: [
        FromShopsService,
        InService,
        OutService,
        { provide: WorkFolder, useFactory: () => WorkFolder.open(dataFolder) },
      ],
    };
  }
}
