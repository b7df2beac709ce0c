import { setImmediate, setTimeout as after } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';

/** Work in the background waits no longer than this for visitors to leave, ms: somebody may always be there. */
const PATIENCE_MS = 400;
const LOOK_MS = 4;

/** Who is being answered just now, so that work in the background lets them go first. */
@Injectable()
export class Visitors {
  private here = 0;

  /** Counts a request until it is answered; a stream that stays open is no visitor. */
  readonly count = (request: Request, response: Response, next: NextFunction): void => {
    if (request.headers.accept !== 'text/event-stream') {
      this.here += 1;
      response.once('close', () => (this.here -= 1));
    }
    next();
  };

  /** Waits until nobody is being answered, or patience is at its end. */
  async gone(): Promise<void> {
    const until = performance.now() + PATIENCE_MS;
    await setImmediate();
    while (this.here > 0 && performance.now() < until) await after(LOOK_MS);
  }
}
