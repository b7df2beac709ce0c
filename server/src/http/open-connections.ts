import { Injectable, type BeforeApplicationShutdown } from '@nestjs/common';
import { HttpAdapterHost } from '@nestjs/core';
import type { Server } from 'node:http';

/** What is under way when the program ends has so long to finish, ms. */
const GRACE_MS = 2000;

/** Half-open requests and listening browsers never keep the program from ending. */
@Injectable()
export class OpenConnections implements BeforeApplicationShutdown {
  constructor(private readonly host: HttpAdapterHost) {}

  beforeApplicationShutdown(): void {
    const server = this.host.httpAdapter.getHttpServer() as Server;
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
  }
}
