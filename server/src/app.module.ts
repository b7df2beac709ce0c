import { Module, RequestMethod, type DynamicModule } from '@nestjs/common';
import { LoggerModule } from 'nestjs-pino';
import { LogFolderModule } from './air/air.module.js';
import { BackupsModule } from './backups/backups.module.js';
import { PredictionsModule } from './predictions/predictions.module.js';
import { CatalogueModule } from './catalogue/catalogue.module.js';
import { ChangesModule } from './changes/changes.module.js';
import { Clock } from './clock.js';
import type { Config } from './config.js';
import { DemoModule } from './demo/demo.module.js';
import { Database } from './store/database.js';
import { VersionedStore } from './store/versioned.js';
import { EditsModule } from './edits/edits.module.js';
import { EventsModule } from './events/events.module.js';
import { ExaminationsModule } from './examinations/examinations.module.js';
import { ExchangeModule } from './exchange/exchange.module.js';
import { FindModule } from './find/find.module.js';
import { ForecastsModule } from './forecasts/forecasts.module.js';
import { GaugesModule } from './gauges/gauges.module.js';
import { loggedRequest } from './http/logged-request.js';
import { OpenConnections } from './http/open-connections.js';
import { InstrumentsModule } from './instruments/instruments.module.js';
import { CalendarModule } from './calendar/calendar.module.js';
import { SeasonModule } from './season/season.module.js';
import { JobsModule } from './jobs/jobs.module.js';
import { InterventionsModule } from './interventions/interventions.module.js';
import { JudgementModule } from './judgement/judgement.module.js';
import { LearningModule } from './learning/learning.module.js';
import { MapModule } from './map/map.module.js';
import { OwnersModule } from './owners/owners.module.js';
import { PeopleModule } from './people/people.module.js';
import { PlansModule } from './plans/plans.module.js';
import { PapersModule } from './papers/papers.module.js';
import { PhotographsModule } from './photographs/photographs.module.js';
import { ProtocolsModule } from './protocols/protocols.module.js';
import { RoomsModule } from './rooms/rooms.module.js';
import { ShelfModule } from './shelf/shelf.module.js';
import { ShopModule } from './shop/shop.module.js';
import { StrikesModule } from './strikes/strikes.module.js';
import { TrialsModule } from './trials/trials.module.js';
import { LoadTestsModule } from './load-tests/load-tests.module.js';
import { TopsModule } from './tops/tops.module.js';
import { StringsModule } from './strings/strings.module.js';
import { ToolsModule } from './tools/tools.module.js';

/** What every module may ask for: the clock and the way to the tables. */
@Module({})
class GroundModule {
  static with(config: Config, database: Database): DynamicModule {
    return {
      module: GroundModule,
      global: true,
      providers: [
        { provide: Clock, useFactory: () => new Clock(config.now) },
        { provide: Database, useValue: database },
        OpenConnections,
        VersionedStore,
      ],
      exports: [Clock, Database, VersionedStore],
    };
  }
}

@Module({})
export class AppModule {
  static with(config: Config, database: Database): DynamicModule {
    const photographs = PhotographsModule.with(config.dataFolder);
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot({
          pinoHttp: {
            level: config.quiet ? 'error' : 'warn',
            autoLogging: false,
            serializers: { req: loggedRequest },
          },
          forRoutes: [{ path: '{*path}', method: RequestMethod.ALL }],
        }),
        GroundModule.with(config, database),
        ChangesModule,
        EventsModule,
        StrikesModule,
        EditsModule,
        OwnersModule,
        PeopleModule,
        ShopModule,
        LogFolderModule.with(config.logFolder),
        StringsModule,
        ToolsModule,
        ProtocolsModule,
        InstrumentsModule,
        InterventionsModule,
        CalendarModule,
        SeasonModule,
        JobsModule,
        ExaminationsModule,
        MapModule,
        TopsModule,
        TrialsModule,
        LoadTestsModule,
        FindModule.with(photographs),
        ExchangeModule.with(config.dataFolder),
        PapersModule.with(photographs, config.dataFolder),
        ForecastsModule,
        JudgementModule,
        CatalogueModule,
        PredictionsModule,
        LearningModule,
        PlansModule,
        RoomsModule,
        ShelfModule,
        photographs,
        BackupsModule.with(config),
        GaugesModule.with(config.gaugeBox),
        DemoModule.with(config.demoNote),
      ],
    };
  }
}
