import { clockOf, dateIn, dayOf } from '@upright-elder/core/days';

/** The zone of the machine, which is the shop's as long as it names no other. */
export const MACHINE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/**
 * The one clock of the server, injected so that tests and screenshots can freeze it. An instant with a plus behind it
 * is where the clock begins, and it goes on from there.
 */
export class Clock {
  /** the shop's, of the IANA time zone database; set by whoever keeps the shop's settings */
  zone = MACHINE_ZONE;
  private readonly began = Date.now();

  /** @param set instant that the clock stands at, or begins at with a plus behind it; null for the machine's own */
  constructor(private set: string | null) {}

  /** instant, UTC ISO text */
  now(): string {
    if (this.set === null) return new Date().toISOString();
    const goesOn = this.set.endsWith('+');
    const from = Date.parse(goesOn ? this.set.slice(0, -1) : this.set);
    return new Date(goesOn ? from + Date.now() - this.began : from).toISOString();
  }

  /** Sets a frozen clock on, as a test does that lets the day turn. */
  setOn(instant: string): void {
    this.set = instant;
  }

  /** today by the shop's calendar */
  date(): string {
    return dateIn(this.now(), this.zone);
  }

  /** when the shop's day began, ms */
  beginOfDay(): number {
    const [year, month, day] = this.date().split('-').map(Number) as [number, number, number];
    return Date.parse(clockOf(this.zone)([year, month, day, 0, 0, 0]));
  }

  /** whole day, see core/days */
  today(): number {
    return dayOf(this.date());
  }
}
