import { dayOf, isoDate } from '@upright-elder/core';

/** The one clock of the server, injected so that tests and screenshots can freeze it. */
export class Clock {
  constructor(private readonly frozen: string | null) {}

  /** instant, UTC ISO text */
  now(): string {
    return new Date(this.frozen ?? Date.now()).toISOString();
  }

  /** whole day, see core/air */
  today(): number {
    return Math.floor(dayOf(this.now()));
  }

  date(): string {
    return isoDate(this.today());
  }
}
