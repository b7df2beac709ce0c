import { dayOf } from '@upright-elder/core';

/** The one clock of the server, injected so that tests and screenshots can freeze it. */
export class Clock {
  constructor(private readonly frozen: string | null) {}

  /** instant, UTC ISO text */
  now(): string {
    return new Date(this.frozen ?? Date.now()).toISOString();
  }

  /** today by the calendar of the machine, which is the shop's */
  date(): string {
    const now = new Date(this.now());
    const two = (n: number) => String(n).padStart(2, '0');
    return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
  }

  /** whole day, see core/air */
  today(): number {
    return dayOf(this.date());
  }
}
