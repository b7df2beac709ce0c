import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { AppModule } from './app.module.js';
import { backUpBeforeMigration } from './backups/backup-file.js';
import type { Config } from './config.js';
import { Database } from './store/database.js';
import { ENTITIES } from './entities.js';
import { localOnly } from './http/local-only.js';
import { onlyJson } from './http/only-json.js';
import { serveOpenApi } from './http/openapi.js';
import { ProblemFilter } from './http/problem.filter.js';
import { BodyPipe } from './http/validation.js';
import { serveWeb } from './http/web-files.js';

/** A quiet connection is kept so long, ms. */
const KEPT_ALIVE = 65_000;

/** The application, ready to listen. */
export async function createApp(config: Config): Promise<NestExpressApplication> {
  // opened before all else: a folder that cannot be used is said in its own words, not in the framework’s
  const database = await Database.open(config.dataFolder, {
    entities: ENTITIES,
    newShop: config.newShop,
    beforeMigration: () => backUpBeforeMigration(config),
  });
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config, database), {
    bufferLogs: true,
    abortOnError: false,
    // only JSON is understood; a form of another page is not
    bodyParser: false,
  });
  app.useLogger(app.get(Logger));
  app.use(localOnly);
  app.use(onlyJson);
  // plain HTTP on this machine: nothing may ask the browser to change to a secure connection
  app.use(
    helmet({
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        directives: {
          upgradeInsecureRequests: null,
          imgSrc: ["'self'", 'data:', 'blob:'],
          // parts of the interface bring their own style elements
          styleSrc: ["'self'", "'unsafe-inline'"],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
        },
      },
    }),
  );
  app.useBodyParser('json', { limit: '2mb' });
  // a client that is about to write must not find its connection closed under it
  const http = app.getHttpServer();
  http.keepAliveTimeout = KEPT_ALIVE;
  http.headersTimeout = KEPT_ALIVE + 5000;
  app.setGlobalPrefix('api');
  app.useGlobalPipes(new BodyPipe());
  app.useGlobalFilters(new ProblemFilter());
  app.enableShutdownHooks();
  serveOpenApi(app);
  if (config.webFolder) serveWeb(app.getHttpAdapter().getInstance(), config.webFolder);
  return app;
}
