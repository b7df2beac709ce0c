import type { LoggedAir } from './logFile.js';

const HOUR = 3600000;
const DAY = 24 * HOUR;
/** Nothing for so long is said; a break of half a year is a clock that was set. */
const GAP = DAY;
const CLOCK_SET = 183 * DAY;
/** The air of a room does not stand still for so long while it is read at least hourly or so. */
const STUCK = 2 * DAY;
const STUCK_READINGS = 20;
const SAID = 3;

/** Goes along with a log's readings, and says afterwards what of it asks for a look. */
export class LogCheck {
  private last: { time: number; humidity: number } | null = null;
  private stuckSince: { time: number; humidity: number; readings: number } | null = null;
  private readonly gaps: { from: number; to: number }[] = [];
  private readonly stuck: { from: number; to: number; humidity: number }[] = [];
  private readonly backwards: number[] = [];

  push({ at, humidity }: LoggedAir): void {
    const time = Date.parse(at);
    if (this.last && time < this.last.time) this.backwards.push(time);
    if (this.last && time - this.last.time > GAP) this.gaps.push({ from: this.last.time, to: time });
    if (this.stuckSince?.humidity === humidity && this.last && Math.abs(time - this.last.time) <= GAP)
      this.stuckSince.readings += 1;
    else {
      this.endStuck();
      this.stuckSince = { time, humidity, readings: 1 };
    }
    this.last = { time, humidity };
  }

  /** In sentences without their full stop. */
  remarks(): string[] {
    this.endStuck();
    const set = this.gaps.filter(({ from, to }) => to - from > CLOCK_SET);
    const gaps = this.gaps.filter(({ from, to }) => to - from <= CLOCK_SET);
    return [
      ...set.map(
        ({ from, to }) =>
          `between ${date(from)} and ${date(to)} nothing was logged: was the logger’s clock set in between?`,
      ),
      ...(this.backwards.length > 0
        ? [
            `the clock goes back ${times(this.backwards.length)}, first at ${date(this.backwards[0]!)}: was it set, or were files joined?`,
          ]
        : []),
      ...this.stuck
        .slice(0, SAID)
        .map(
          ({ from, to, humidity }) =>
            `from ${date(from)} to ${date(to)} it did not move at ${humidity} %: is the sensor working?`,
        ),
      ...(gaps.length > 0 ? [sayGaps(gaps)] : []),
    ];
  }

  private endStuck(): void {
    if (!this.stuckSince || !this.last) return;
    const { time, humidity, readings } = this.stuckSince;
    if (readings >= STUCK_READINGS && this.last.time - time >= STUCK)
      this.stuck.push({ from: time, to: this.last.time, humidity });
    this.stuckSince = null;
  }
}

function sayGaps(gaps: readonly { from: number; to: number }[]): string {
  const longest = gaps.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a));
  const days = Math.round((longest.to - longest.from) / DAY);
  return `gaps of over a day ${times(gaps.length)}, the longest from ${date(longest.from)}, ${days} days; gaps stay gaps, and the bands widen`;
}

const date = (time: number) => new Date(time).toISOString().slice(0, 10);
const times = (count: number) => (count === 1 ? 'once' : `${count} times`);
